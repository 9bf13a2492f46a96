import type { OrderAccount, OrderRule } from './types'

/** An order that nothing is said of yet. */
export const emptyRule = (): OrderRule => ({
  from: {
    ...{ kind: 'articles', watches: [], tagIds: [], sources: [], folders: [] },
    ...{ entries: [], daysBefore: 3, accountId: null, below: 5 },
  },
  only: {
    ...{ query: '', maxAgeHours: 48, minWords: null, maxWords: null, languages: [], regions: [] },
    ...{ needsPicture: false, notShared: true, butOwn: false, notTaken: true },
  },
  act: 'draft',
  post: {
    ...{ texts: ['{best sentence:180}'], drafted: false },
    ...{ withLink: true, withTitle: true, hashtags: [], usualHashtags: true, credit: 'none' },
    ...{ withPicture: true, pillarId: null, campaignId: null, tags: [] },
  },
  accounts: [],
  when: {
    ...{ perDay: 2, minGapMinutes: 0, between: null, times: [], goodForHours: null },
    ...{ again: 'once', againTimes: 2, againDays: 7 },
  },
  hand: { folderId: null, tags: [], recipients: [] },
})

export const emptyAccount = (accountId: string): OrderAccount => ({
  ...{ accountId, text: null, audience: null, board: null },
})
