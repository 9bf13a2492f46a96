import { fold, stem } from '#core/text'
import type { FoundArticle, FoundClipping, FoundThings } from '#shared/reading/types'
import { toInstant } from '#core/instant'
import { useDb, type Db } from '#server/platform/db'
import { articlesAt, textsOf, matchExpression, searchArticles, type SearchFilter } from '#server/articles'
import { clippingsWithWords } from '#server/clippings'
import { postsWithWords } from '#server/posts'
import { withMarks } from './articles'
import { askedIn, type Asked } from './askedWords'

const MOST_RESULTS = 60
const SNIPPET_BEFORE = 60
const SNIPPET_LENGTH = 240

/** A brand's articles that hold the words of a query, best first, with the place where they stand. */
export async function find(
  brandId: string,
  ask: Omit<SearchFilter, 'match' | 'matchTitle' | 'limit'> & { query: string },
): Promise<FoundThings> {
  const db = await useDb()
  const posts = await postsWith(db, brandId, ask.query)
  const asked = await askedIn(db, brandId, ask.query)
  const clippings = await clippingsWith(db, brandId, asked)
  const match = matchExpression(asked, 'anywhere')
  const matchTitle = matchExpression(asked, 'title')
  if (!match || !matchTitle) return { posts, clippings, articles: [], more: false }
  const ids = await searchArticles(db, brandId, { ...ask, match, matchTitle, limit: MOST_RESULTS + 1 })
  const shown = ids.slice(0, MOST_RESULTS)
  const texts = new Map((await textsOf(db, shown)).map((row) => [row.id, row.text]))
  const listed = await withMarks(db, brandId, await articlesAt(db, brandId, shown))
  return {
    posts,
    clippings,
    articles: listed.map((row): FoundArticle => ({
      ...row,
      ...placeIn({ title: row.title, text: texts.get(row.id) ?? '' }, asked),
    })),
    more: ids.length > MOST_RESULTS,
  }
}

const MOST_CLIPPINGS = 12

/** What a brand kept: each word stands somewhere in it, in any of its forms. */
async function clippingsWith(db: Db, brandId: string, asked: Asked[]): Promise<FoundClipping[]> {
  if (asked.length === 0) return []
  const terms = [...new Set(asked.map(termOf))].slice(0, MOST_TERMS)
  const rows = await clippingsWithWords(db, brandId, terms.join(' AND '), MOST_CLIPPINGS)
  return rows.map((row) => ({
    id: row.id,
    kind: row.kind,
    title: row.title ?? '',
    site: row.site ?? '',
    place: placeIn(
      {
        title: row.title ?? '',
        text: [row.quote, row.note, row.text].filter(Boolean).join(' '),
      },
      asked,
    ).summary.trim(),
    keptAt: toInstant(row.created_at),
    show: row.done_at !== null ? 'done' : row.shelved === 1 ? 'shelved' : 'waiting',
  }))
}

/** Words that clippings are looked for by: of more, the first. */
const MOST_TERMS = 20
/** Shorter stems begin too many other words. */
const SHORTEST_STEM = 4

/** A word as FTS5 looks for it: as it is, or whatever begins as its forms do. */
function termOf({ text, stems, isPhrase, isBeginning }: Asked): string {
  const quoted = (text: string): string => `"${text.replaceAll('"', ' ')}"`
  // The index takes letters apart from their signs itself.
  if (isPhrase) return quoted(text)
  const forms = stems.filter((form) => form.length >= SHORTEST_STEM).map((form) => `${quoted(form)}*`)
  return `(${[isBeginning ? `${quoted(text)}*` : quoted(text), ...new Set(forms)].join(' OR ')})`
}

const MOST_POSTS = 12
const STAGES = ['draft', 'lined-up', 'sent'] as const

/** A brand's own posts: each word stands somewhere in them, as it is typed. */
async function postsWith(db: Db, brandId: string, query: string): Promise<FoundThings['posts']> {
  const asked = query.replaceAll('"', ' ').split(/\s+/).filter(Boolean).slice(0, 20)
  if (asked.length === 0) return []
  const rows = await postsWithWords(db, brandId, asked, MOST_POSTS)
  return rows.map(({ id, text, saved_at, stage }) => ({
    id,
    text: text.slice(0, 300),
    at: saved_at === null ? null : toInstant(saved_at),
    stage: STAGES[stage]!,
  }))
}

/** The part of the text where the first of the words stands, and the forms to mark. */
function placeIn(row: { title: string; text: string }, asked: Asked[]): { summary: string; found: string[] } {
  const inText = formsIn(row.text, asked)
  const inTitle = formsIn(row.title, asked)
  const start = Math.max(0, (inText[0]?.start ?? 0) - SNIPPET_BEFORE)
  const from = start === 0 ? 0 : row.text.indexOf(' ', start) + 1
  const end = from + SNIPPET_LENGTH
  const part =
    end < row.text.length ? `${row.text.slice(from, row.text.lastIndexOf(' ', end))} …` : row.text.slice(from)
  const summary = `${from > 0 ? '… ' : ''}${part.replace(/\s+/g, ' ')}`
  return { summary, found: [...new Set([...inTitle, ...inText].map(({ text }) => text))] }
}

function formsIn(text: string, asked: Asked[]): { text: string; start: number }[] {
  const found: { text: string; start: number }[] = []
  for (const phrase of asked.filter((part) => part.isPhrase)) {
    const start = text.toLowerCase().indexOf(phrase.text.toLowerCase())
    if (start >= 0) found.push({ text: text.slice(start, start + phrase.text.length), start })
  }
  const single = asked.filter((part) => !part.isPhrase)
  if (single.length === 0) return found
  // Words that can be none of those asked for are told by their first letters, which saves cutting and
  // stemming most of a text.
  const beginnings = [
    ...new Set(
      single.flatMap((part) => [part.folded.slice(0, 3), ...part.stems.map((stem) => stem.slice(0, 3))]),
    ),
  ]
  for (const match of text.slice(0, 20_000).matchAll(/[\p{L}\p{N}]+/gu)) {
    const folded = fold(match[0])
    if (!beginnings.some((beginning) => folded.startsWith(beginning))) continue
    const isWanted = single.some(
      (part) =>
        folded === part.folded ||
        (part.isBeginning && folded.startsWith(part.folded)) ||
        part.languages.some((language) => part.stems.includes(stem(match[0], language))),
    )
    if (isWanted) found.push({ text: match[0], start: match.index })
  }
  return found.sort((a, b) => a.start - b.start)
}
