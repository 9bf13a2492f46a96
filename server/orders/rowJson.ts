import type { OwnTime } from '#core/orders/types'
import {
  isFlag,
  isListOf,
  isNumber,
  isOneOf,
  isShape,
  isText,
  orMissing,
  orNull,
  readJson,
  type Is,
} from '#shared/platform/json'
import {
  ORDER_ACTS,
  ORDER_AGAIN,
  ORDER_CREDITS,
  ORDER_TRIGGERS,
  type OrderAccount,
  type OrderRule,
} from '#shared/orders/types'

// What rows of orders hold as JSON.

const isTexts = isListOf(isText)
const isCount = orNull(isNumber)
type KeptPost = Omit<OrderRule['post'], 'drafted'> & { drafted?: boolean | undefined }
type KeptRule = Omit<OrderRule, 'hand' | 'post'> & {
  post: KeptPost
  hand: Omit<OrderRule['hand'], 'recipients'> & { recipients?: string[] | undefined }
}
const isRule: Is<KeptRule> = isShape<KeptRule>({
  from: isShape<OrderRule['from']>({
    kind: isOneOf(...ORDER_TRIGGERS),
    watches: isTexts,
    tagIds: isTexts,
    sources: isTexts,
    folders: isTexts,
    entries: isTexts,
    daysBefore: isNumber,
    accountId: orNull(isText),
    below: isNumber,
  }),
  only: isShape<OrderRule['only']>({
    query: isText,
    maxAgeHours: isCount,
    minWords: isCount,
    maxWords: isCount,
    languages: isTexts,
    regions: isTexts,
    needsPicture: isFlag,
    notShared: isFlag,
    butOwn: isFlag,
    notTaken: isFlag,
  }),
  act: isOneOf(...ORDER_ACTS),
  post: isShape<KeptPost>({
    texts: isTexts,
    // Orders of before there was a model draft nothing.
    drafted: orMissing(isFlag),
    withLink: isFlag,
    withTitle: isFlag,
    hashtags: isTexts,
    usualHashtags: isFlag,
    credit: isOneOf(...ORDER_CREDITS),
    withPicture: isFlag,
    pillarId: orNull(isText),
    campaignId: orNull(isText),
    tags: isTexts,
  }),
  accounts: isListOf(
    isShape<OrderAccount>({
      accountId: isText,
      text: orNull(isText),
      audience: orNull(isText),
      board: orNull(isText),
    }),
  ),
  when: isShape<OrderRule['when']>({
    perDay: isCount,
    minGapMinutes: isNumber,
    between: orNull(isShape<{ from: string; to: string }>({ from: isText, to: isText })),
    times: isListOf(isShape<OwnTime>({ weekday: isCount, time: isText })),
    goodForHours: isCount,
    again: isOneOf(...ORDER_AGAIN),
    againTimes: isNumber,
    againDays: isNumber,
  }),
  hand: isShape<KeptRule['hand']>({
    folderId: orNull(isText),
    tags: isTexts,
    // Orders of before there were recipients name none.
    recipients: orMissing(isTexts),
  }),
})

/** What an order says. Throws where the row holds something else. */
export function readRule(json: string): OrderRule {
  const rule = readJson(json, isRule)
  return {
    ...rule,
    post: { ...rule.post, drafted: rule.post.drafted ?? false },
    hand: { ...rule.hand, recipients: rule.hand.recipients ?? [] },
  }
}
