import type { PatternError } from '#core/orders/pattern'
import { PATTERN_FIELDS } from '#core/orders/pattern'
import { counted } from '#shared/platform/plural'
import { sayMoment, type Sentences } from '#shared/platform/say'
import type { OrderLeft } from './types'

/** What the server says of orders, by code. */
export interface OrderMessages {
  'order.by': { name: string }
  'order.nobody': object
  'order.gone': { what: string }
  'order.lined-nowhere': object
  'order.no-consent': { account: string }
  'order.rests-until': object
  'order.failed-often': { times: number }
  'order.not-done': object
  'order.not-drafted': object
  'order.kept-draft': object
  'order.kept-nowhere': object
  'order.someone-else': object
  'order.found': { title: string; source: string }
  'order.quiet': { at: string; zone: string }
  'order.left': { why: string }
  'order.too-long': { by: number }
  'order.waits': object
}

const GONE: Record<string, string> = {
  watch: 'A watch',
  source: 'A source',
  folder: 'A folder',
  tag: 'A tag',
  date: 'A date of the almanac',
  account: 'An account',
  pillar: 'The pillar',
  campaign: 'The campaign',
  recipient: 'A recipient',
}

/** Why an article was left, as it stands in lists. */
export const LEFT: Record<OrderLeft, string> = {
  query: 'has not the words',
  age: 'too old when it came',
  words: 'too short, or too long',
  language: 'in another language',
  region: 'from another region',
  outlets: 'reported by too few outlets',
  score: 'scored too low',
  responses: 'too few responses',
  picture: 'no picture',
  shared: 'shared before',
  own: 'on a site of our own',
  taken: 'taken by another order',
  'order-full': 'over its own ceiling of the day',
  'brand-full': 'over the brand’s ceiling of the day',
  stale: 'stale before its turn would come',
}

export const orderMessages: Sentences<OrderMessages> = {
  'order.by': ({ name }) => `By the standing order “${name}”.`,
  'order.nobody': () => 'Whoever wrote it works for this brand no longer. Save it again in your own name.',
  'order.gone': ({ what }) => `${GONE[what] ?? 'Something'} that it names was removed.`,
  'order.lined-nowhere': () => 'To line posts up by itself it must name its accounts.',
  'order.no-consent': ({ account }) => `No owner says that orders may post on ${account} unseen.`,
  'order.rests-until': () => 'It does nothing until somebody mends it and switches it on.',
  'order.failed-often': ({ times }) => `It failed ${counted(times, 'time', 'times')} in a row.`,
  'order.not-done': () => 'It could not be done; the log of the server says more.',
  'order.not-drafted': () => 'No draft was written, so the pattern stands:',
  'order.kept-draft': () => 'Kept as a draft:',
  'order.kept-nowhere': () => 'Kept as a draft: nothing says which account it is for.',
  'order.someone-else': () => 'In review: its account or pillar wants another person’s approval.',
  'order.found': ({ title, source }) => (source ? `${source}: ${title}` : title),
  'order.quiet': ({ at, zone }) =>
    `It has taken nothing since ${sayMoment(at, zone)}. Look at what it asks for.`,
  'order.left': ({ why }) => sentence(LEFT[why as OrderLeft] ?? why),
  'order.waits': () => 'It waits until somebody has looked it over.',
  'order.too-long': ({ by }) => `Too long by ${by}.`,
}

const sentence = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`

const FAULTS: Record<PatternError['fault'], (text: string) => string> = {
  open: () => 'this brace is not closed',
  close: () => 'this brace closes nothing; write }} for a brace',
  empty: () => 'a field’s name is missing',
  'unknown-field': (text) => `there is no field “${text}”; there are ${PATTERN_FIELDS.join(', ')}`,
  length: (text) => `“${text}” is no length; write a number up to 5000`,
}

/** Says what is wrong with a pattern, and where. */
export const sayPattern = ({ fault, at, text }: PatternError): string =>
  `At character ${at + 1}: ${FAULTS[fault](text)}.`
