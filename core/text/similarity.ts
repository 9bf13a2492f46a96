import { fold } from './fold'
import { words } from './words'

/**
 * How alike two texts are, 0 to 1: the share of words and of pairs of neighbouring words they have in common
 * (Dice's coefficient over both, letter case and accents ignored). Symmetric; 1 for equal texts.
 */
export function similarity(a: string, b: string): number {
  if (a === b) return 1
  const first = countsOf(a)
  const second = countsOf(b)
  const total = sizeOf(first) + sizeOf(second)
  if (total === 0) return 0
  let shared = 0
  for (const [part, count] of first) shared += Math.min(count, second.get(part) ?? 0)
  return (2 * shared) / total
}

/** Texts whose parts are remembered: one text is compared with many, again and again while it is written. */
const REMEMBERED = 2_000
const remembered = new Map<string, Map<string, number>>()

function countsOf(text: string): Map<string, number> {
  const known = remembered.get(text)
  if (known) return known
  if (remembered.size >= REMEMBERED) remembered.clear()
  const counts = countParts(text)
  remembered.set(text, counts)
  return counts
}

function countParts(text: string): Map<string, number> {
  const list = words(text).map((word) => fold(word.text))
  const counts = new Map<string, number>()
  const add = (part: string): void => void counts.set(part, (counts.get(part) ?? 0) + 1)
  list.forEach((word, at) => {
    add(word)
    if (at > 0) add(`${list[at - 1]} ${word}`)
  })
  return counts
}

const sizeOf = (counts: Map<string, number>): number =>
  [...counts.values()].reduce((sum, count) => sum + count, 0)
