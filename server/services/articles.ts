import { v7 as uuid } from 'uuid'
import { mixedBySource } from '../../core/rank'
import { plainBeginning } from '../../core/text'
import type { ArticleRow, ArticleState, Undoable, WirePage } from '../../shared/api'
import { LIMITS } from '../../shared/limits'
import { belongsTo } from '../../shared/shows'
import { now } from '../clock'
import { inTransaction, useDb, type Db } from '../db'
import * as articles from '../db/articles'
import { brandById } from '../db/brands'
import type { Tracked } from '../db/tracked'
import { postsAbout } from '../db/posts'
import { tagsOfArticles } from '../db/tags'
import { marksOfArticles } from '../db/watches'
import { problem } from '../problem'
import type { Actor } from './actor'
import { articlesWithWords } from './askedWords'
import { changeUndoably } from './history'
import { textFrom } from './pages'
import { ownSitesOf } from './usual'

export interface WireAsk extends Omit<articles.WireFilter, 'after' | 'limit' | 'order' | 'numbers' | 'now'> {
  /** Words that must all be in the article. */
  words: string | null
  order: articles.WireOrder | 'mixed'
  after: string | null
}

/** Newest articles that the mixed order takes its turns from before it goes on to older ones. */
const MIXED_FROM = 300

/** One page of the Wire. `next` is the key of the page behind it. */
export async function wire(brandId: string, ask: WireAsk): Promise<WirePage> {
  const db = await useDb()
  const numbers = ask.words ? await articlesWithWords(db, brandId, ask.words) : null
  const ownSites = ask.own === undefined || ask.own === null ? [] : ownSitesOf((await brandById(db, brandId))!)
  const narrowed = { ...ask, numbers, ownSites }
  const { ids, next } = ask.order === 'mixed' ? await mixedPage(db, brandId, narrowed) : await pageInOrder(db, brandId, narrowed)
  return { articles: await withMarks(db, brandId, await articles.articlesAt(db, brandId, ids)), next, unread: await articles.unreadOf(db, brandId) }
}

interface Page {
  ids: string[]
  next: string | null
}

type Narrowed = WireAsk & Pick<articles.WireFilter, 'numbers'>

async function pageInOrder(db: Db, brandId: string, ask: Narrowed): Promise<Page> {
  const order = ask.order === 'mixed' ? 'newest' : ask.order
  const rows = await articles.wirePlaces(db, brandId, { ...ask, order, now: now(), after: readKey(ask.after), limit: LIMITS.wirePage + 1 })
  const page = rows.slice(0, LIMITS.wirePage)
  return { ids: page.map((place) => place.id), next: rows.length > page.length ? keyOf(page.at(-1)!, order) : null }
}

/**
 * Sources in turn, over stretches of the newest articles: the key holds where the stretch begins and how much of it was gone through.
 * Turns are taken by all articles, decided or not, so that neither new ones nor decisions change the order of what comes next.
 */
async function mixedPage(db: Db, brandId: string, ask: Narrowed): Promise<Page> {
  let [start = '', shown = '0'] = (ask.after ?? '').split('+')
  const ids: string[] = []
  for (;;) {
    const stretch = await articles.wirePlaces(db, brandId, { ...ask, show: 'all', order: 'newest', now: now(), after: readKey(start), limit: MIXED_FROM })
    const mixed = mixedBySource(stretch, (row) => row.feed_id)
    // The first stretch is anchored at what was newest then, by a key just before it.
    if (start === '' && stretch[0]) start = `${stretch[0].at + 1}_${stretch[0].id}`
    for (let at = Number(shown) || 0; at < mixed.length; at++) {
      if (belongsTo(ask.show, mixed[at]!.state ?? 'new', mixed[at]!.because)) ids.push(mixed[at]!.id)
      if (ids.length === LIMITS.wirePage) return { ids, next: `${start}+${at + 1}` }
    }
    if (stretch.length < MIXED_FROM) return { ids, next: null }
    start = keyOf(stretch.at(-1)!, 'newest')
    shown = '0'
  }
}

const keyOf = (row: articles.WirePlace, order: articles.WireOrder): string => `${order === 'waiting' ? row.first_seen_at : row.at}_${row.id}`

function readKey(key: string | null): { at: number; id: string } | null {
  const match = /^(\d+)_([0-9a-f-]{36})$/.exec(key ?? '')
  return match ? { at: Number(match[1]), id: match[2]! } : null
}

/** Rows of a list with what a brand's watches found in each. */
export async function withMarks(db: Db, brandId: string, rows: articles.ListedArticle[]): Promise<ArticleRow[]> {
  const ids = rows.map((row) => row.id)
  const marks = await marksOfArticles(db, brandId, ids, now())
  const tags = await tagsOfArticles(db, brandId, ids, now())
  const posts = await postsAbout(db, brandId, ids)
  return rows.map((row) => {
    const own = marks.filter((mark) => mark.article_id === row.id)
    return {
      id: row.id,
      title: row.title ?? beginningOf(row.summary_html ?? row.content_html ?? ''),
      outlet: row.label,
      author: row.author,
      at: new Date(row.at).toISOString(),
      dating: row.dating,
      changedAt: row.changed_at === null ? null : new Date(row.changed_at).toISOString(),
      state: row.state ?? 'new',
      leftOut: row.because,
      // Enough of the beginning for a few lines; the whole need not be read for that.
      summary: plainBeginning(row.summary_html ?? row.content_html ?? '').slice(0, 280),
      image: row.image,
      post: posts.get(row.id) ?? null,
      watches: own.map((mark) => ({ id: mark.watch_id, name: mark.name })),
      tags: tags.get(row.id) ?? [],
      found: [...new Set(own.flatMap((mark) => JSON.parse(mark.found_json) as string[]))],
    }
  })
}

const TITLE_FROM_TEXT = 90

/** What stands for the title of an article that has none: how its text begins, whole words. */
export function beginningOf(html: string): string {
  const text = plainBeginning(html).replace(/\s+/g, ' ')
  if (text.length <= TITLE_FROM_TEXT) return text
  return `${text.slice(0, text.lastIndexOf(' ', TITLE_FROM_TEXT) + 1 || TITLE_FROM_TEXT).trimEnd()} …`
}

/** Puts an article into a state for this brand. */
export async function setState(actor: Actor, id: string, state: ArticleState): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'article', id, async (db, tracked) => {
    await putState(db, tracked, actor, id, state)
  })
  return { historyId }
}

/** Puts several articles into a state at once, as one change that is undone as one. Those that are not there are left out. */
export async function setStates(actor: Actor, ids: string[], state: ArticleState): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'article', ids[0]!, async (db, tracked) => {
    for (const article of await articles.statesOfArticles(db, actor.brandId, ids)) {
      // That somebody looked at it takes back nothing that was decided meanwhile.
      if (state !== 'read' || (article.state ?? 'new') === 'new') await putStateOf(db, tracked, actor, article, state)
    }
  })
  return { historyId }
}

/** Keeps that somebody read an article: the whole of it on the sheet, or, where there is only a summary, its own page. */
export async function markOpened(actor: Actor, id: string, original: boolean): Promise<void> {
  await inTransaction(async (db) => {
    const row = await articles.articleForBrand(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (original || textFrom(row) !== null) await articles.setOpened(db, actor.brandId, id, now())
  })
}

/** Clipping and shelving keep a clipping; leaving those states takes it away. */
export async function putState(db: Db, tracked: Tracked, actor: Actor, id: string, state: ArticleState): Promise<void> {
  const [article] = await articles.statesOfArticles(db, actor.brandId, [id])
  if (!article) throw problem('notFound')
  await putStateOf(db, tracked, actor, article, state)
}

async function putStateOf(db: Db, tracked: Tracked, actor: Actor, { id, feed_id }: { id: string; feed_id: string }, state: ArticleState): Promise<void> {
  await tracked.put('article_states', { brand_id: actor.brandId, article_id: id }, { state, feed_id, changed_at: now(), because: null, watch_id: null })
  const clipping = await articles.clippingOfArticle(db, actor.brandId, id)
  const isKept = state === 'clipped' || state === 'shelved'
  const shelved = state === 'shelved' ? 1 : 0
  if (clipping && !isKept) await tracked.remove('clippings', { id: clipping.id })
  else if (clipping) await tracked.update('clippings', { id: clipping.id }, { shelved })
  else if (isKept)
    await tracked.insert(
      'clippings',
      { id: uuid() },
      { brand_id: actor.brandId, article_id: id, kind: 'article', shelved, created_by: actor.personId, created_at: now() },
    )
}
