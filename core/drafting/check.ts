import { entities } from '../post/entities'
import { fold } from '../text/fold'
import { similarity } from '../text/similarity'
import { otherLanguage } from './language'
import { numbersIn, numbersMeant } from './numbers'
import type { DraftFacts, DraftFault, DraftFinding, DraftSource } from './types'

/** A draft that is so much like the headline says nothing of its own. */
const LIKE_TITLE = 0.7

/** Marks of markup that posts show as they stand. */
const MARKUP = /\*\*|__|```|^#{1,6} |^> |<\/?[a-z][^<>]{0,200}>|\[[^\][]{1,200}\]\(/gimu
/** What a writer says of itself in place of a draft. */
const ABOUT_ITSELF = new RegExp(
  `\\b(?:${[
    'as an ai|as a language model|als (?:ki|sprachmodell)|tut mir leid',
    "i(?:['’]m| am) (?:sorry|unable)|i can(?:['’]t|not) (?:help|assist|write)",
    "here(?:['’]s| is) (?:a|the|your) (?:draft|post)",
  ].join('|')})\\b`,
  'iu',
)

const whole = (fault: DraftFault, about = ''): DraftFinding => ({ fault, about, start: 0, end: 0 })

/**
 * What is wrong with a draft about an article, in reading order, what is of the whole first. Whatever names a
 * number, a link or a handle that the article does not have is named: a person says whether it is right.
 */
export function checkDraft(draft: string, facts: DraftFacts): DraftFinding[] {
  const text = draft.trim()
  if (text === '') return [whole('empty')]
  const left = facts.left(draft)
  const other = facts.language === null ? null : otherLanguage(draft, facts.language)
  return [
    ...(left < 0 ? [whole('too-long', String(-left))] : []),
    ...(similarity(text, facts.source.title) > LIKE_TITLE ? [whole('like-title')] : []),
    ...(other === null ? [] : [whole('language', other)]),
    ...[...invented(draft, facts.source), ...wordsNotUsed(draft, facts.wordsNotUsed), ...marks(draft)].sort(
      (a, b) => a.start - b.start || a.end - b.end,
    ),
  ]
}

/** Numbers, links and handles that the article does not have. */
function invented(draft: string, source: DraftSource): DraftFinding[] {
  const known = [source.title, source.text, source.author ?? '', source.outlet].join('\n')
  const there = entities(known)
  const named = entities(draft)
  const isKnown = linksOf(source, known)
  const handles = new Set(there.flatMap(({ kind, value }) => (kind === 'mention' ? [fold(value)] : [])))
  const found = named.flatMap(({ kind, text, value, start, end }): DraftFinding[] => {
    if (kind === 'link') return isKnown(value) ? [] : [{ fault: 'link', about: text, start, end }]
    if (kind === 'mention')
      return handles.has(fold(value)) ? [] : [{ fault: 'handle', about: text, start, end }]
    return []
  })
  const meant = numbersMeant(known)
  const isWithin = (at: number): boolean => named.some(({ start, end }) => at >= start && at < end)
  for (const { text, start, end, meanings } of numbersIn(draft))
    if (!isWithin(start) && !meanings.some((meaning) => meant.has(meaning)))
      found.push({ fault: 'number', about: text, start, end })
  return found
}

/**
 * Whether an address is the article's own, with or without its query, or stands in its text: as a link or,
 * where nobody knows its top-level domain, as written.
 */
function linksOf(source: DraftSource, known: string): (address: string) => boolean {
  const own = source.url === null ? '' : hostAndPath(source.url)
  const text = known.toLowerCase()
  return (address) => {
    const wanted = hostAndPath(address)
    if (wanted === own || wanted === own.split('?')[0]) return true
    for (let at = text.indexOf(wanted); at >= 0; at = text.indexOf(wanted, at + 1))
      if (!/[a-z0-9@]/.test(text[at - 1] ?? '') && !/[a-z0-9/?=&_-]/.test(behind(text, at + wanted.length)))
        return true
    return false
  }
}

/** The sign behind a place, past a stroke that says nothing. */
const behind = (text: string, at: number): string => (text[at] === '/' ? text[at + 1] : text[at]) ?? ''

/** An address without its scheme, `www.`, fragment and the stroke at its end. */
const hostAndPath = (address: string): string =>
  address
    .split('#')[0]!
    .toLowerCase()
    .replace(/^[a-z]+:\/\//, '')
    .replace(/^www\./, '')
    .replace(/\/$/, '')

/** Words that are not used, whole ones, whatever their case. */
function wordsNotUsed(draft: string, words: readonly string[]): DraftFinding[] {
  const wanted = words.map((word) => word.trim()).filter(Boolean)
  return wanted.flatMap((word) => {
    const escaped = word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
    const pattern = new RegExp(`(?<![\\p{L}\\p{N}])${escaped}(?![\\p{L}\\p{N}])`, 'giu')
    return [...draft.matchAll(pattern)].map((match): DraftFinding => placed('word', match))
  })
}

function marks(draft: string): DraftFinding[] {
  const own = ABOUT_ITSELF.exec(draft)
  return [
    ...[...draft.matchAll(MARKUP)].map((match) => placed('markup', match)),
    ...(own ? [placed('about-itself', own)] : []),
  ]
}

const placed = (fault: DraftFault, match: RegExpExecArray): DraftFinding => ({
  ...{ fault, about: match[0], start: match.index },
  end: match.index + match[0].length,
})
