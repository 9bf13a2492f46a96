import type { WatchMessages } from '#core/watch/messages'
import { counted } from '#shared/platform/plural'
import { speaker, type Sentences } from '#shared/platform/say'

const UNITS: Record<string, [one: string, other: string]> = {
  h: ['hour', 'hours'],
  d: ['day', 'days'],
  w: ['week', 'weeks'],
}
const age = (value: number, unit: string): string => {
  const [one, other] = UNITS[unit]!
  return `${value} ${value === 1 ? one : other}`
}
const COMPARED = {
  '<': (value: number) => `fewer than ${value}`,
  '<=': (value: number) => `at most ${value}`,
  '>': (value: number) => `more than ${value}`,
  '>=': (value: number) => `at least ${value}`,
  '=': (value: number) => String(value),
}
const found =
  (where: string) =>
  ({ text, times }: { text: string; times: number }): string =>
    `“${text}” ${where}${times > 1 ? `, ${counted(times, 'time', 'times')}` : ''}`

export const watchMessages: Sentences<WatchMessages> = {
  'watch.no-word': () => 'A watch needs at least one word.',
  'watch.bracket-closes-nothing': () => 'This bracket closes nothing.',
  'watch.bracket-open': () => 'This bracket is not closed.',
  'watch.brackets-too-deep': ({ most }) => `A watch may have at most ${most} brackets within each other.`,
  'watch.not-within': ({ text, field }) => `“${text}” can’t stand within ${field}:( … ).`,
  'watch.word-missing': () => 'A word or a phrase is missing here.',
  'watch.word-behind': ({ text }) => `A word or a phrase should stand behind “${text}”.`,
  'watch.no-field': ({ name, fields }) =>
    `There is no field “${name}:”. There are ${fields} – or put it in quotes.`,
  'watch.age': () => 'An age is given in hours, days or weeks: age<12h, age<7d, age<2w.',
  'watch.whole-number': ({ behind }) => `A whole number should stand behind “${behind}”.`,
  'watch.quote-open': () => 'This phrase has no closing quotation mark.',
  'watch.near-number': () => 'A number should stand behind “~”: within how many words.',
  'watch.near-phrase': () => '“~” stands behind a phrase in quotes: "dark sky"~4.',
  'watch.exact-word': () => 'A word or a phrase should stand after “=”.',
  'watch.weight': ({ most }) => `A number above 0, at most ${most}, should stand behind “^”.`,
  'watch.site': () => 'A site is written by its name: site:lowlamp.example.',
  'watch.language': () => 'A language is written by its letters: lang:en, lang:pt.',
  'watch.no-letter': ({ text }) => `“${text}” has no letter or figure to look for.`,
  'found.site': ({ host }) => `on ${host}`,
  'found.language': ({ language }) => `in the language “${language}”`,
  'found.age': ({ is, value, unit }) =>
    is === '='
      ? `${age(value, unit)} old`
      : `${is.startsWith('<') ? 'younger' : 'older'} than ${age(value, unit)}`,
  'found.count': ({ is, value, what }) => `${COMPARED[is](value)} ${what}`,
  'found.source': ({ text }) => `from the source “${text}”`,
  'found.region': ({ text }) => `from the region “${text}”`,
  'found.category': ({ text }) => `in the category “${text}”`,
  'found.in-title': found('in the title'),
  'found.in-text': found('in the text'),
  'found.as-author': found('as the author'),
}

/** What is wrong with a query, or why a watch marks an article. */
export const sayWatch = speaker(watchMessages)
