import { asTag } from '../post/asTag'
import { sentences } from '../text'
import { piecesOf, type Place } from './pattern'

/**
 * Fills a pattern's places. A field is a text, a list (joined with commas, or as hashtags), or null for none;
 * one that is not among them is unknown. Throws `PatternError`.
 */
export function fillPattern(pattern: string, fields: Record<string, string | string[] | null>): string {
  return piecesOf(pattern, (name) => Object.hasOwn(fields, name))
    .map((piece) => (typeof piece === 'string' ? piece : filled(piece, fields)))
    .join('')
}

/**
 * A filled text without what empty places leave behind: separators at the ends of lines, blanks there, more
 * than one empty line.
 */
export const tidied = (text: string): string =>
  text
    .split('\n')
    .map((line) => withoutLooseEnds(line))
    .join('\n')
    .replace(/\n{3,}/g, '\n\n')
    .trim()

const SEPARATORS = new Set([' ', '\t', '·', '|', '–', '—', '/', ','])
/** Separators at the ends go only where there is something between: a line of dashes stays one. */
function withoutLooseEnds(line: string): string {
  let [from, to] = [0, line.length]
  while (to > from && SEPARATORS.has(line[to - 1]!)) to--
  if (to === from) return ''
  while (from < to && SEPARATORS.has(line[from]!)) from++
  return line.slice(from, to)
}

function filled(place: Place, fields: Record<string, string | string[] | null>): string {
  const value = place.names.map((name) => textOf(fields[name]!, place.asHashtags)).find(Boolean) ?? ''
  if (place.most === null || value.length <= place.most) return value
  return place.bySentence ? wholeSentences(value, place.most) : cutAtWord(value, place.most)
}

function textOf(value: string | string[] | null, asHashtags: boolean): string {
  if (value === null) return ''
  const list = typeof value === 'string' ? [value] : value
  if (!asHashtags) return list.join(', ').trim()
  return list
    .flatMap((one) => asTag(one) || [])
    .map((tag) => `#${tag}`)
    .join(' ')
}

/** As many sentences from the beginning as fit; where the first is too long already, it is cut at a word. */
function wholeSentences(text: string, most: number): string {
  let kept = ''
  for (const sentence of sentences(text, null)) {
    const longer = kept === '' ? sentence : `${kept} ${sentence}`
    if (longer.length > most) break
    kept = longer
  }
  return kept === '' ? cutAtWord(text, most) : kept
}

const LOOSE = new Set([' ', '\n', '\t', ',', ';', ':', '–', '—', '-'])
/** At most so many characters (UTF-16 units), cut between words where that leaves half of them, with “…”. */
export function cutAtWord(text: string, most: number): string {
  if (text.length <= most) return text
  let end = most - 1
  while (end > most / 2 && !/\s/.test(text[end]!)) end--
  if (!/\s/.test(text[end] ?? '')) end = most - 1
  // No surrogate is left without its other half.
  if (end > 0 && /[\uD800-\uDBFF]/.test(text[end - 1]!)) end--
  while (end > 0 && LOOSE.has(text[end - 1]!)) end--
  return `${text.slice(0, end)}…`
}
