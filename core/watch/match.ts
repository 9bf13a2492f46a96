import type { Instant } from '../instant'
import { fold, stem } from '../text'
import { prepareArticle, type PreparedArticle } from './prepare'
import type { WatchArticle, WatchMatch, WatchQuery } from './types'

type Term = Extract<WatchQuery, { kind: 'term' }>

interface Hit {
  term: Term
  spans: WatchMatch['spans']
  inTitle: boolean
}

/** A hit in the title counts this much against one elsewhere. */
const TITLE_WEIGHT = 2

/**
 * What of a query an article holds, or null when it does not match. Strength, 0 to 1, is the weight of the terms found over
 * the weight of all asked for (a title hit counts double); it is never lowered by more hits. `now` is for parts that depend on time.
 */
export function matchWatch(query: WatchQuery, article: WatchArticle | PreparedArticle, now: Instant): WatchMatch | null {
  void now
  const prepared = isPrepared(article) ? article : prepareArticle(article)
  const hits = new Map<Term, Hit>()
  if (!holds(query, prepared, hits)) return null
  const asked = wantedTerms(query)
  const found = asked.map((term) => hits.get(term)).filter((hit) => hit !== undefined)
  const weight = found.reduce((sum, hit) => sum + (hit.inTitle ? TITLE_WEIGHT : 1), 0)
  return {
    strength: asked.length === 0 ? 1 : weight / (asked.length * TITLE_WEIGHT),
    spans: found.flatMap((hit) => hit.spans),
    reasons: found.map((hit) => reasonOf(hit)),
  }
}

const isPrepared = (article: WatchArticle | PreparedArticle): article is PreparedArticle => 'prepared' in article

/** Whether the query holds. Both sides of AND and OR are looked at, so that all hits are known. */
function holds(query: WatchQuery, article: PreparedArticle, hits: Map<Term, Hit>): boolean {
  switch (query.kind) {
    case 'term': {
      const hit = findTerm(query, article)
      if (hit) hits.set(query, hit)
      return hit !== null
    }
    case 'not':
      return !holds(query.part, article, new Map())
    case 'and':
      return query.parts.map((part) => holds(part, article, hits)).every(Boolean)
    case 'or':
      return query.parts.map((part) => holds(part, article, hits)).some(Boolean)
  }
}

function wantedTerms(query: WatchQuery): Term[] {
  if (query.kind === 'term') return [query]
  return query.kind === 'not' ? [] : query.parts.flatMap(wantedTerms)
}

function findTerm(term: Term, article: PreparedArticle): Hit | null {
  const isWanted = wordTests(term, article.language)
  const spans: WatchMatch['spans'] = []
  for (const { field, words } of article.fields) {
    for (let at = 0; at + isWanted.length <= words.length; at++) {
      if (isWanted.every((test, offset) => test(words[at + offset]!))) {
        spans.push({ field, start: words[at]!.start, end: words[at + isWanted.length - 1]!.end })
      }
    }
  }
  return spans.length === 0 ? null : { term, spans, inTitle: spans.some((span) => span.field === 'title') }
}

/** One test a word of the term: the beginning, the exact form, or any form of the word. */
function wordTests(term: Term, language: string | null): ((word: { folded: string; stem: string }) => boolean)[] {
  return term.words.map((wanted, index) => {
    const folded = fold(wanted)
    if (term.prefix && index === term.words.length - 1) return (word) => word.folded.startsWith(folded)
    if (term.exact) return (word) => word.folded === folded
    const wantedStem = stem(wanted, language)
    return (word) => word.stem === wantedStem
  })
}

function reasonOf(hit: Hit): string {
  const text = hit.term.words.join(' ')
  const times = hit.spans.length
  return `“${text}” ${hit.inTitle ? 'in the title' : 'in the text'}${times > 1 ? `, ${times} times` : ''}`
}
