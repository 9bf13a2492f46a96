import type { Instant } from '../instant'
import { isInText, matchPrepared } from './match'
import { holdingsOf, type Holding } from './overTime'
import { scanning, type FindWord } from './places'
import { prepareArticle, type PreparedArticle } from './prepare'
import type { WatchArticle, WatchMatch, WatchQuery } from './types'
import { wantedIn } from './wanted'

export interface WatchIndex {
  match(article: WatchArticle | PreparedArticle, now: Instant): { id: string; match: WatchMatch }[]
  /** When each watch holds for an article from `now` on, as it grows older. */
  holdings(article: WatchArticle | PreparedArticle, now: Instant): ({ id: string } & Holding)[]
}

/** A word without which a watch can't match: by its stem, as it is written, or as a beginning. */
interface Key {
  by: 'stems' | 'folded' | 'beginning'
  word: string
}

/** Which watches each word can satisfy, for texts of one language; `always`: those that no word rules out. */
interface Shelf {
  stems: Map<string, number[]>
  folded: Map<string, number[]>
  /** Beginnings with their watches, by as many of their first letters as `HEAD` says, or all there are. */
  heads: Map<string, { beginning: string; number: number }[]>
  always: number[]
  /** What was found for a folded word, as it stands or by its beginning. */
  remembered: Map<string, readonly number[]>
}

const HEAD = 3
const REMEMBERED_WORDS = 50_000
/** From so many watches on it pays to know where each word of an article stands. */
const MANY = 8

/**
 * Many watches against one article. Gives exactly what matching one by one gives, in the watches' order, and
 * looks only at those that the article's words can satisfy.
 */
export function buildWatchIndex(watches: { id: string; query: WatchQuery }[]): WatchIndex {
  const shelves = new Map<string, Shelf>()
  const shelfFor = (language: string | null): Shelf => {
    let shelf = shelves.get(language ?? '')
    if (!shelf) shelves.set(language ?? '', (shelf = shelve(watches, language)))
    return shelf
  }
  function each<T>(
    article: WatchArticle | PreparedArticle,
    look: (query: WatchQuery, prepared: PreparedArticle, find: FindWord) => T[],
  ): ({ id: string } & T)[] {
    const prepared = 'prepared' in article ? article : prepareArticle(article)
    // One alone is looked for itself: whether its words are there costs as much to find out.
    const numbers = watches.length === 1 ? [0] : candidates(shelfFor(prepared.language), prepared)
    const find = numbers.length > MANY ? new Postings(prepared).find : scanning(prepared)
    return numbers.flatMap((number) => {
      const { id, query } = watches[number]!
      return look(query, prepared, find).map((found) => ({ id, ...found }))
    })
  }
  return {
    match: (article, now) => {
      const at = Date.parse(now)
      return each(article, (query, prepared, find) => {
        const match = matchPrepared(query, prepared, at, find)
        return match ? [{ match }] : []
      })
    },
    holdings: (article, now) => {
      const at = Date.parse(now)
      return each(article, (query, prepared, find) => holdingsOf(query, prepared, at, find))
    },
  }
}

const NONE: readonly number[] = []

/** An article's distinct words with the places where they stand. */
class Postings {
  readonly stems: Map<string, number[]>
  #folded: Map<string, number[]> | null = null
  readonly #article: PreparedArticle
  readonly #scan: FindWord

  constructor(article: PreparedArticle) {
    this.#article = article
    this.#scan = scanning(article)
    this.stems = placesByWord(article.stems)
  }

  get folded(): Map<string, number[]> {
    return (this.#folded ??= placesByWord(this.#article.folded))
  }

  readonly find: FindWord = (wanted, at, from, to) => {
    if (wanted.beginning !== null && at === wanted.forms.length - 1) return this.#scan(wanted, at, from, to)
    const places = (wanted.exact ? this.folded : this.stems).get(wanted.forms[at]!)
    if (!places) return NONE
    return places[0]! >= from && places.at(-1)! < to
      ? places
      : places.filter((place) => place >= from && place < to)
  }
}

function placesByWord(words: string[]): Map<string, number[]> {
  const found = new Map<string, number[]>()
  for (let place = 0; place < words.length; place++) {
    const known = found.get(words[place]!)
    if (known) known.push(place)
    else found.set(words[place]!, [place])
  }
  return found
}

function candidates(shelf: Shelf, { stems, folded }: PreparedArticle): number[] {
  const found = new Set(shelf.always)
  const add = (numbers: readonly number[] | undefined): void => {
    if (numbers) for (const number of numbers) found.add(number)
  }
  if (shelf.stems.size > 0) for (const stem of stems) add(shelf.stems.get(stem))
  if (shelf.folded.size > 0 || shelf.heads.size > 0) for (const word of folded) add(wantingWord(shelf, word))
  return [...found].sort((a, b) => a - b)
}

/** The watches that a word as it is written, or its beginning, can satisfy. */
function wantingWord(shelf: Shelf, word: string): readonly number[] {
  const known = shelf.remembered.get(word)
  if (known) return known
  const numbers = [...(shelf.folded.get(word) ?? NONE)]
  for (let length = 1; length <= Math.min(HEAD, word.length); length++) {
    for (const { beginning, number } of shelf.heads.get(word.slice(0, length)) ?? [])
      if (word.startsWith(beginning)) numbers.push(number)
  }
  if (shelf.remembered.size >= REMEMBERED_WORDS) shelf.remembered.clear()
  shelf.remembered.set(word, numbers.length > 0 ? numbers : NONE)
  return numbers
}

function shelve(watches: { query: WatchQuery }[], language: string | null): Shelf {
  const shelf: Shelf = {
    stems: new Map(),
    folded: new Map(),
    heads: new Map(),
    always: [],
    remembered: new Map(),
  }
  watches.forEach(({ query }, number) => {
    const keys = keysOf(query, language)
    if (!keys) shelf.always.push(number)
    for (const { by, word } of keys ?? []) {
      if (by === 'beginning') listed(shelf.heads, word.slice(0, HEAD)).push({ beginning: word, number })
      else listed(shelf[by], word).push(number)
    }
  })
  return shelf
}

function listed<T>(map: Map<string, T[]>, key: string): T[] {
  const known = map.get(key) ?? []
  map.set(key, known)
  return known
}

/**
 * Words of which an article must hold at least one for the query to hold; null where it can hold without any.
 */
function keysOf(query: WatchQuery, language: string | null): Key[] | null {
  switch (query.kind) {
    case 'term': {
      if (!isInText(query)) return null
      const { forms, exact, beginning } = wantedIn(query, language)
      const whole = beginning === null ? forms : forms.slice(0, -1)
      // Of a phrase's words the longest is likely the rarest.
      const longest = [...whole].sort((a, b) => b.length - a.length)[0]
      return [
        longest === undefined
          ? { by: 'beginning', word: beginning! }
          : { by: exact ? 'folded' : 'stems', word: longest },
      ]
    }
    case 'and':
      return rarest(query.parts.flatMap((part) => [keysOf(part, language)].filter((keys) => keys !== null)))
    case 'or': {
      const all = query.parts.map((part) => keysOf(part, language))
      return all.includes(null) ? null : all.flatMap((keys) => keys!)
    }
    default:
      return null
  }
}

/**
 * Of several lists of which each must be met, the one that likely rules out most: few words, and long ones.
 */
function rarest(lists: Key[][]): Key[] | null {
  const shortest = (keys: Key[]): number =>
    Math.min(...keys.map(({ word, by }) => word.length - (by === 'beginning' ? 2 : 0)))
  return [...lists].sort((a, b) => a.length - b.length || shortest(b) - shortest(a))[0] ?? null
}
