import { formsFor } from './stem'
import { stopWords } from './stopWords'
import { words } from './words'

const LONGEST = 3
const SHORTEST_WORD = 3

interface Phrase {
  phrase: string
  count: number
  stems: string[]
  firstAt: number
}

/**
 * The phrases a text is about, weightiest first: runs of one to three words with no stop word, figure or sign
 * between them, forms of one word counted as one. A phrase weighs by how often it and its words come, more
 * the longer it is and the earlier it first comes; of phrases within each other only the weightier stays.
 * `weight` is 1 for the first; `times`: how often it comes. (After the idea of RAKE: Rose et al. 2010.)
 */
export function keyPhrases(
  text: string,
  options: { count: number; language: string | null },
): { phrase: string; weight: number; times: number }[] {
  const frequency = stemFrequencies(text, options.language)
  const ranked = [...candidates(text, options.language).values()]
    .map((candidate) => ({ ...candidate, weight: weightOf(candidate, frequency, text.length) }))
    .sort((a, b) => b.weight - a.weight || a.firstAt - b.firstAt)
  const kept: typeof ranked = []
  for (const phrase of ranked) {
    if (kept.length >= options.count) break
    if (!kept.some((other) => isWithin(phrase.stems, other.stems) || isWithin(other.stems, phrase.stems)))
      kept.push(phrase)
  }
  const most = kept[0]?.weight ?? 1
  return kept.map(({ phrase, weight, count }) => ({ phrase, weight: weight / most, times: count }))
}

/** How often each stem that says something comes in a text. */
export function stemFrequencies(text: string, language: string | null): Map<string, number> {
  const found = new Map<string, number>()
  const formsOf = formsFor(language)
  const stops = stopWords(language)
  for (const word of words(text, language)) {
    const { folded, stem } = formsOf(word.text)
    if (saysSomething(folded, stops)) found.set(stem, (found.get(stem) ?? 0) + 1)
  }
  return found
}

const saysSomething = (folded: string, stops: ReadonlySet<string>): boolean =>
  folded.length >= SHORTEST_WORD && /^\p{L}[\p{L}\p{M}’'-]*$/u.test(folded) && !stops.has(folded)

function candidates(text: string, language: string | null): Map<string, Phrase> {
  const found = new Map<string, Phrase>()
  const formsOf = formsFor(language)
  for (const run of runs(text, language)) {
    for (let from = 0; from < run.length; from++) {
      for (let length = 1; length <= LONGEST && from + length <= run.length; length++) {
        const part = run.slice(from, from + length)
        const stems = part.map((word) => formsOf(word.text).stem)
        const key = stems.join(' ')
        const known = found.get(key)
        if (known) known.count++
        else
          found.set(key, {
            phrase: text.slice(part[0]!.start, part.at(-1)!.end),
            count: 1,
            stems,
            firstAt: part[0]!.start,
          })
      }
    }
  }
  return found
}

/** Words that say something and stand side by side with only blanks or hyphens between. */
function runs(text: string, language: string | null): { text: string; start: number; end: number }[][] {
  const formsOf = formsFor(language)
  const stops = stopWords(language)
  const found: { text: string; start: number; end: number }[][] = []
  let endedAt = -1
  for (const word of words(text, language)) {
    if (!saysSomething(formsOf(word.text).folded, stops)) continue
    const isNext = endedAt >= 0 && /^[ \u00a0–-]+$/.test(text.slice(endedAt, word.start))
    if (isNext) found.at(-1)!.push(word)
    else found.push([word])
    endedAt = word.end
  }
  return found
}

function weightOf({ count, stems, firstAt }: Phrase, frequency: Map<string, number>, length: number): number {
  const common = stems.reduce((sum, stem) => sum + (frequency.get(stem) ?? 0), 0) / stems.length
  const longer = count > 1 ? Math.sqrt(stems.length) : 1 / stems.length
  return count * common * longer * (1.5 - firstAt / (length || 1))
}

const isWithin = (part: string[], whole: string[]): boolean =>
  ` ${whole.join(' ')} `.includes(` ${part.join(' ')} `)
