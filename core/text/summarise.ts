import { stemFrequencies } from './phrases'
import { sentences } from './sentences'
import { similarity } from './similarity'

const SHORTEST = 35
const LONGEST = 240
/** Two sentences more alike than this say the same. */
const SAME = 0.6

/**
 * The sentences of a text that say most of it, in the order they stand there. Fewer where there are no more.
 */
export function summarise(text: string, options: { sentences: number; language: string | null }): string[] {
  return strongest(text, options.language, options.sentences, [])
    .sort((a, b) => a.at - b.at)
    .map(({ sentence }) => sentence)
}

/**
 * Sentences of an article that could open a post, strongest first, none longer than 240 characters, none that
 * says again what the title says; the title itself last. They are the article's own words: a draft to rework,
 * not a comment.
 */
export function firstLines(
  article: { title: string; body: string; language: string | null },
  options: { count: number },
): string[] {
  const found = strongest(article.body, article.language, options.count, [article.title]).map(
    ({ sentence }) => sentence,
  )
  return [...found, article.title.trim()].filter(Boolean).slice(0, options.count)
}

interface Scored {
  sentence: string
  at: number
  score: number
}

function strongest(text: string, language: string | null, count: number, besides: string[]): Scored[] {
  const frequency = stemFrequencies(text, language)
  const all = sentences(text, language)
  const ranked = all
    .map((sentence, at) => ({ sentence, at, score: scoreOf(sentence, at, all.length, frequency, language) }))
    .filter(
      ({ sentence }) =>
        sentence.length >= SHORTEST && sentence.length <= LONGEST && /[.!?…»”"]$/.test(sentence),
    )
    .sort((a, b) => b.score - a.score || a.at - b.at)
  const kept: Scored[] = []
  for (const scored of ranked) {
    if (kept.length >= count) break
    const said = [...besides, ...kept.map(({ sentence }) => sentence)]
    if (!said.some((other) => similarity(other, scored.sentence) > SAME)) kept.push(scored)
  }
  return kept
}

/**
 * Mean weight of the words that say something; the first sentences of a text, and figures, count for more.
 */
function scoreOf(
  sentence: string,
  at: number,
  of: number,
  frequency: Map<string, number>,
  language: string | null,
): number {
  const stems = [...stemFrequencies(sentence, language).keys()]
  if (stems.length < 3) return 0
  const mean = stems.reduce((sum, stem) => sum + Math.log(1 + (frequency.get(stem) ?? 0)), 0) / stems.length
  const early = 1 + 0.5 * (1 - at / of)
  const figure = /\d/.test(sentence) ? 1.1 : 1
  return mean * early * figure
}
