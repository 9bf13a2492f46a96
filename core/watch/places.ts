import type { PreparedText } from './prepare'
import type { Wanted } from './wanted'

/** Finds the numbers of the words of a text that are one of the words wanted. */
export type FindWord = (wanted: Wanted, at: number, from: number, to: number) => readonly number[]

/** Looks through the words of a text one by one. */
export const scanning =
  (text: PreparedText): FindWord =>
  (wanted, at, from, to) => {
    const found: number[] = []
    if (wanted.beginning !== null && at === wanted.forms.length - 1) {
      for (let place = from; place < to; place++)
        if (text.folded[place]!.startsWith(wanted.beginning)) found.push(place)
      return found
    }
    const form = wanted.forms[at]!
    const words = wanted.exact ? text.folded : text.stems
    for (
      let place = words.indexOf(form, from);
      place >= 0 && place < to;
      place = words.indexOf(form, place + 1)
    )
      found.push(place)
    return found
  }

/** Whether the word at a place of the text is the wanted one with this number. */
export function isWanted(text: PreparedText, place: number, wanted: Wanted, at: number): boolean {
  if (wanted.beginning !== null && at === wanted.forms.length - 1)
    return text.folded[place]!.startsWith(wanted.beginning)
  return (wanted.exact ? text.folded : text.stems)[place] === wanted.forms[at]
}

const NOWHERE: number[][] = []

/** Where a wanted phrase stands between two places of a text: for each time, the numbers of its words. */
export function findPhrase(
  text: PreparedText,
  wanted: Wanted,
  near: number | null,
  find: FindWord,
  from: number,
  to: number,
): number[][] {
  const count = wanted.forms.length
  if (count === 1) {
    const places = find(wanted, 0, from, to)
    return places.length === 0 ? NOWHERE : places.map((place) => [place])
  }
  if (near !== null) return findNear(wanted, near, find, from, to)
  const found: number[][] = []
  for (const first of find(wanted, 0, from, to - count + 1)) {
    let offset = 1
    while (offset < count && isWanted(text, first + offset, wanted, offset)) offset++
    if (offset === count) found.push(Array.from({ length: count }, (_, at) => first + at))
  }
  return found
}

/**
 * Each word's nearest place from the first one on, as long as no more than `near` words stand between the
 * first and the last.
 */
function findNear(wanted: Wanted, near: number, find: FindWord, from: number, to: number): number[][] {
  const lists = wanted.forms.map((_, at) => find(wanted, at, from, to))
  const found: number[][] = []
  const next = lists.map(() => 0)
  for (;;) {
    const places = next.map((index, at) => lists[at]![index])
    if (places.some((place) => place === undefined)) return found
    const known = places as number[]
    const least = Math.min(...known)
    if (Math.max(...known) - least <= near + 1) found.push([...known].sort((a, b) => a - b))
    next[known.indexOf(least)]!++
  }
}
