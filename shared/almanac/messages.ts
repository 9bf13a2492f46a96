import type { AlmanacMessages as RuleMessages } from '#core/almanac/messages'
import type { FormatMessages } from '#core/formats/messages'
import { counted } from '#shared/platform/plural'
import { speaker, type Sentences } from '#shared/platform/say'

type CalendarMessages = Pick<FormatMessages, Extract<keyof FormatMessages, `calendar.${string}`>>

/** What the almanac says of calendars, by code. */
export interface AlmanacMessages {
  'almanac.unchanged': object
  'almanac.not-read': object
}

const ruleMessages: Sentences<RuleMessages> = {
  'rule.no-frequency': () =>
    'The rule says nothing of how often: it begins with FREQ=DAILY, WEEKLY, MONTHLY or YEARLY.',
  'rule.unknown-part': ({ text }) => `“${text}” is no part of a rule (RFC 5545).`,
  'rule.no-value': ({ text }) => `“${text}” can’t be: the value does not suit its part.`,
  'rule.twice': ({ text }) => `${text} stands in the rule twice.`,
  'rule.not-together': ({ text }) => `These may not stand together in a rule: ${text}.`,
  'rule.too-often': () => 'It comes more than once a day; the almanac has whole days.',
  'rule.never': () => 'No day suits this rule within forty years.',
  'rule.too-long': () => 'The rule has too many days to count, or is too long.',
}

const calendarMessages: Sentences<CalendarMessages> = {
  'calendar.none': () => 'It is not an iCalendar file: one begins with BEGIN:VCALENDAR.',
  'calendar.no-start': ({ title }) => `${named(title)} has no start, so it was left out.`,
  'calendar.no-day': ({ title, text }) =>
    `${named(title)} starts at “${text}”, which is no day; it was left out.`,
  'calendar.too-often': ({ title }) =>
    `${named(title)} comes more than once an hour, or too often a day; only its first time is shown.`,
  'calendar.bad-rule': ({ title }) =>
    `${named(title)} comes again by a rule that can’t be followed; only its first time is shown.`,
  'calendar.no-zone': ({ name }) =>
    `The time zone “${name}” is not known, nor said in the file; its times are taken as the brand’s.`,
  'calendar.too-many': ({ most }) =>
    `It holds more than can be read: ${counted(most, 'date', 'dates')} were.`,
}

const named = (title: string): string => (title ? `“${title}”` : 'An event without a title')

export const almanacMessages: Sentences<AlmanacMessages> = {
  'almanac.unchanged': () => 'It answered that nothing had changed, though it was never read before.',
  'almanac.not-read': () => 'It could not be read. It is tried again.',
}

/** Says why a rule can't be followed. */
export const sayRule = speaker(ruleMessages)
/** Says what is wrong with a calendar. */
export const sayCalendar = speaker(calendarMessages)
