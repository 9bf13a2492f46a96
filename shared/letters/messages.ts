import { counted } from '#shared/platform/plural'
import { sayMoment, type Sentences } from '#shared/platform/say'

/** What is said of a letter, and what became of it. */
export interface LetterMessages {
  'letter.clipped': { title: string }
  'letter.more': { count: number }
  'letter.links': { count: number }
  'letter.lined': { account: string; when: string; zone: string }
  'letter.waits': { account: string }
  'letter.review': object
  'letter.not-lined': { account: string }
  'letter.on-desk': object
  'letter.no-account': object
  'letter.not-signed': object
  'letter.left': { count: number; most: number }
  'letter.part': { name: string }
  'letter.other': { count: number }
  'letter.nothing': object
  'letter.unreadable': object
  'letter.no-post': object
  'letter.failed': object
}

export const letterMessages: Sentences<LetterMessages> = {
  'letter.clipped': ({ title }) => `Clipped “${title}”.`,
  'letter.more': ({ count }) => `What was attached became ${counted(count, 'clipping', 'clippings')} more.`,
  'letter.links': ({ count }) => `Its links became ${counted(count, 'clipping', 'clippings')}.`,
  'letter.lined': ({ account, when, zone }) => `In line on ${account}, ${sayMoment(when, zone)}.`,
  'letter.waits': ({ account }) => `In line on ${account}, with no slot yet.`,
  'letter.review': () => 'The post is in review: it waits until somebody approves it.',
  'letter.not-lined': ({ account }) => `Not in line on ${account}:`,
  'letter.on-desk': () => 'The post waits on the Desk.',
  'letter.no-account': () => 'None of the accounts chosen for it is there any more, so it is no post.',
  'letter.not-signed': () =>
    'It bears no valid signature (DKIM) of its sender’s site, so it is in review and not approved.',
  'letter.left': ({ count, most }) =>
    `It had ${counted(count, 'attachment', 'attachments')}; the first ${most} were looked at.`,
  'letter.part': ({ name }) => `${name}:`,
  'letter.other': ({ count }) =>
    `${counted(count, 'attachment is', 'attachments are')} neither picture nor PDF, and left out.`,
  'letter.nothing': () => 'It held neither a link nor words, picture or PDF, so nothing was kept.',
  'letter.unreadable': () => 'It takes more to read than an honest letter should, so nothing was kept.',
  'letter.no-post': () => 'It is a clipping, but no post could be made of it.',
  'letter.failed': () => 'It could not be kept. Whoever runs Clear Quill finds the cause in its log.',
}
