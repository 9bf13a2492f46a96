import { message } from '../messages'
import type { Message } from '../message'
import type { Instant } from '../instant'
import { conditionHolds, reasonOfCondition } from './conditions'
import { findPhrase, scanning, type FindWord } from './places'
import { prepareArticle, type PreparedArticle, type PreparedText } from './prepare'
import type { Condition, Term, WatchArticle, WatchMatch, WatchQuery } from './types'
import { wantedIn } from './wanted'

/** A hit in the title counts this much against one elsewhere. */
const TITLE_WEIGHT = 2

/**
 * What of a query an article holds, or null when it does not match. Strength, 0 to 1, is the weight of the
 * words found over the weight of all asked for (a title hit counts double); it is never lowered by more hits.
 * `now` is for ages.
 */
export function matchWatch(
  query: WatchQuery,
  article: WatchArticle | PreparedArticle,
  now: Instant,
): WatchMatch | null {
  const prepared = 'prepared' in article ? article : prepareArticle(article)
  return matchPrepared(query, prepared, Date.parse(now), scanning(prepared))
}

/** As `matchWatch`, with another way to find a word in the article; `now` in milliseconds. */
export function matchPrepared(
  query: WatchQuery,
  article: PreparedArticle,
  now: number,
  find: FindWord,
): WatchMatch | null {
  const looked = new Look(article, now, find)
  if (!looked.holds(query)) return null
  let asked = 0
  let found = 0
  const spans: WatchMatch['spans'] = []
  const reasons: Message[] = []
  for (const part of wantedParts(query)) {
    if (part.kind !== 'term') {
      if (looked.holds(part)) reasons.push(reasonOfCondition(part))
      continue
    }
    const places = looked.placesOf(part)
    if (isInText(part)) {
      asked += part.weight * TITLE_WEIGHT
      if (places.length > 0) found += part.weight * (places[0]![0]! < article.bodyFrom ? TITLE_WEIGHT : 1)
      spans.push(...spansOf(article, part, places))
    }
    if (places.length > 0) reasons.push(reasonOfTerm(article, part, places))
  }
  return { strength: asked === 0 ? 1 : found / asked, spans, reasons }
}

/** Whether a term looks in the article's own text, so that its words can be marked there. */
export const isInText = ({ field }: Term): boolean =>
  field === null || field === 'title' || field === 'body' || field === 'author'

const known = new WeakMap<WatchQuery, (Term | Condition)[]>()

/** What an article must hold: all but what stands behind a NOT. */
function wantedParts(query: WatchQuery): (Term | Condition)[] {
  let parts = known.get(query)
  if (!parts) known.set(query, (parts = partsBut(query)))
  return parts
}

function partsBut(query: WatchQuery): (Term | Condition)[] {
  if (query.kind === 'not') return []
  if ('parts' in query) return query.parts.flatMap(partsBut)
  return [query]
}

/** One look at an article: what was found once is not looked for again. */
class Look {
  readonly #article: PreparedArticle
  readonly #now: number
  readonly #find: FindWord
  #found: Map<Term, number[][]> | null = null

  constructor(article: PreparedArticle, now: number, find: FindWord) {
    this.#article = article
    this.#now = now
    this.#find = find
  }

  holds(query: WatchQuery): boolean {
    switch (query.kind) {
      case 'term':
        return this.placesOf(query).length > 0
      case 'not':
        return !this.holds(query.part)
      case 'and':
        return query.parts.every((part) => this.holds(part))
      case 'or':
        return query.parts.some((part) => this.holds(part))
      default:
        return conditionHolds(query, this.#article, this.#now)
    }
  }

  /** Where a term stands: in the article's text by the numbers of its words, elsewhere just how often. */
  placesOf(term: Term): number[][] {
    const known = this.#found?.get(term)
    if (known) return known
    const places = this.#placesOf(term)
    // What is not there is looked for once more at most; what is there has its places asked for again.
    if (places.length > 0) (this.#found ??= new Map()).set(term, places)
    return places
  }

  #placesOf(term: Term): number[][] {
    const { bodyFrom, authorFrom, folded, source, region, categories } = this.#article
    const { length } = folded
    switch (term.field) {
      case 'source':
        return this.#within(source, term)
      case 'region':
        return this.#within(region, term)
      case 'category':
        return categories.flatMap((category) => this.#within(category, term))
      case 'title':
        return this.#between(term, 0, bodyFrom)
      case 'body':
        return this.#between(term, bodyFrom, authorFrom)
      case 'author':
        return this.#between(term, authorFrom, length)
      default:
        // A single word can't reach from one part into the next.
        if (term.words.length === 1) return this.#between(term, 0, length)
        return [
          ...this.#between(term, 0, bodyFrom),
          ...this.#between(term, bodyFrom, authorFrom),
          ...this.#between(term, authorFrom, length),
        ]
    }
  }

  #between(term: Term, from: number, to: number): number[][] {
    return findPhrase(this.#article, wantedIn(term, this.#article.language), term.near, this.#find, from, to)
  }

  #within(text: PreparedText, term: Term): number[][] {
    return findPhrase(
      text,
      wantedIn(term, this.#article.language),
      term.near,
      scanning(text),
      0,
      text.folded.length,
    )
  }
}

/** A phrase is one stretch; words that are only near each other are marked one by one, and once. */
function spansOf(article: PreparedArticle, term: Term, places: number[][]): WatchMatch['spans'] {
  const field = (place: number) =>
    place < article.bodyFrom ? 'title' : place < article.authorFrom ? 'body' : 'author'
  const span = (first: number, last: number) =>
    ({ field: field(first), start: article.starts[first]!, end: article.ends[last]! }) as const
  if (term.near === null) return places.map((place) => span(place[0]!, place.at(-1)!))
  return [...new Set(places.flat())].sort((a, b) => a - b).map((place) => span(place, place))
}

function reasonOfTerm(article: PreparedArticle, term: Term, places: number[][]): Message {
  const text = term.words.join(' ') + (term.prefix ? '…' : '')
  if (term.field === 'source') return message('found.source', { text })
  if (term.field === 'region') return message('found.region', { text })
  if (term.field === 'category') return message('found.category', { text })
  const [first] = places[0]!
  const found = { text, times: places.length }
  if (first! < article.bodyFrom) return message('found.in-title', found)
  return first! < article.authorFrom ? message('found.in-text', found) : message('found.as-author', found)
}
