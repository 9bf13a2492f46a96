import {
  buildWatchIndex,
  matchWatch,
  parseWatch,
  prepareArticle,
  type PreparedArticle,
  type WatchArticle,
} from '#core/watch'
import { chanceFrom, pick, type Chance } from '../tests/support/randomFeeds'
import { median, type Row } from '../tests/support/load/timing'

const now = '2026-03-01T00:00:00.000Z'
/** Words as they are spread in texts: a few stand everywhere, most are rare. */
const WORDS = Array.from(
  { length: 20_000 },
  (_, at) =>
    `${pick(chanceFrom(at), ['ba', 'co', 'da', 'fe', 'gri', 'lo', 'mu', 'ne', 'pra', 'so'])}${(at * 7919).toString(36)}${pick(chanceFrom(at * 3), ['er', 'ing', 'ed', 's', 'tion', ''])}`,
)

const word = (chance: Chance): string => WORDS[Math.floor(WORDS.length ** chance()) - 1] ?? WORDS[0]!
/** What one watches is seldom what stands everywhere. */
const rareWord = (chance: Chance): string => WORDS[100 + Math.floor(chance() * (WORDS.length - 100))]!

function article(chance: Chance): WatchArticle {
  const text = (count: number): string => Array.from({ length: count }, () => word(chance)).join(' ')
  return {
    title: text(9),
    body: text(300),
    author: null,
    source: 'Low Lamp',
    url: null,
    language: 'en',
    region: null,
    categories: [],
    publishedAt: now,
  }
}

function watch(chance: Chance): string {
  const kind = chance()
  const some = (): string => rareWord(chance)
  if (kind < 0.5) return `${some()} OR ${some()} OR "${some()} ${some()}"`
  if (kind < 0.75) return `(${some()} OR ${some()}) -${some()}`
  if (kind < 0.9) return `${some()} ${some()}`
  return `title:${some()} OR ${some()}*`
}

/** Many watches at once: against looking with each of them, and how many articles a second. */
export function watchingRows(): Row[] {
  const chance = chanceFrom(11)
  const watches = (count: number) =>
    Array.from({ length: count }, (_, at) => ({ id: String(at), query: parseWatch(watch(chance)) }))
  const articles = Array.from({ length: 200 }, () => article(chance))
  return [manyRow(watches(2000), articles.slice(0, 40).map(prepareArticle)), pourRow(watches(200), articles)] // prettier-ignore
}

type Watches = Parameters<typeof buildWatchIndex>[0]

function manyRow(watches: Watches, prepared: PreparedArticle[]): Row {
  const index = buildWatchIndex(watches)
  const indexed = median(() => prepared.map((one) => index.match(one, now)), 9) / prepared.length
  const byOne =
    median(() => prepared.map((one) => watches.map(({ query }) => matchWatch(query, one, now))), 5) /
    prepared.length
  const found = prepared.reduce((sum, one) => sum + index.match(one, now).length, 0) / prepared.length
  return {
    what: `${watches.length.toLocaleString('en')} watches against one prepared article of 300 words (${found.toFixed(1)} match)`,
    figure: `${(byOne / indexed).toFixed(0)}× as fast as one by one (${(indexed * 1000).toFixed(0)} µs against ${(byOne * 1000).toFixed(0)} µs)`,
    target: '≥ 20×',
    met: byOne / indexed >= 20,
  }
}

function pourRow(watches: Watches, articles: WatchArticle[]): Row {
  const index = buildWatchIndex(watches)
  const whole = median(() => articles.map((one) => index.match(one, now)), 9) / articles.length
  const prepared = articles.map(prepareArticle)
  const alone = median(() => prepared.map((one) => index.match(one, now)), 9) / articles.length
  return {
    what: `prepared articles of 300 words with ${watches.length} watches`,
    figure: `${(1000 / alone).toFixed(0)} a second (${(1000 / whole).toFixed(0)} when they are cut into words besides)`,
    target: '≥ 5,000 a second',
    met: 1000 / alone >= 5000,
  }
}
