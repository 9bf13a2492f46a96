import { v7 as uuid } from 'uuid'
import { safeHtml } from '../../core/feed'
import { mixedBySource } from '../../core/rank'
import { plainText, readingMinutes } from '../../core/text'
import type { ArticleFull, ArticleRow, ArticleState, Undoable, WirePage } from '../../shared/api'
import { LIMITS } from '../../shared/limits'
import { now } from '../clock'
import { useDb, type Db } from '../db'
import * as articles from '../db/articles'
import { sentOfArticle } from '../db/deliveries'
import type { Tracked } from '../db/tracked'
import { marksOfArticles } from '../db/watches'
import { problem } from '../problem'
import type { Actor } from './actor'
import { changeUndoably } from './history'

export interface WireAsk extends Omit<articles.WireFilter, 'after' | 'limit' | 'order'> {
  order: articles.WireOrder | 'mixed'
  after: string | null
}

/** Newest articles that the mixed order takes its turns from before it goes on to older ones. */
const MIXED_FROM = 300

/** One page of the Wire. `next` is the key of the page behind it. */
export async function wire(brandId: string, ask: WireAsk): Promise<WirePage> {
  const db = await useDb()
  const { ids, next } = ask.order === 'mixed' ? await mixedPage(db, brandId, ask) : await pageInOrder(db, brandId, ask)
  return { articles: await withMarks(db, brandId, await articles.articlesAt(db, brandId, ids)), next, unread: await articles.unreadOf(db, brandId) }
}

interface Page {
  ids: string[]
  next: string | null
}

async function pageInOrder(db: Db, brandId: string, ask: WireAsk): Promise<Page> {
  const order = ask.order === 'mixed' ? 'newest' : ask.order
  const rows = await articles.wirePlaces(db, brandId, { ...ask, order, after: readKey(ask.after), limit: LIMITS.wirePage + 1 })
  const page = rows.slice(0, LIMITS.wirePage)
  return { ids: page.map((place) => place.id), next: rows.length > page.length ? keyOf(page.at(-1)!, order) : null }
}

/**
 * Sources in turn, over stretches of the newest articles: the key holds where the stretch begins and how much of it was gone through.
 * Turns are taken by all articles, decided or not, so that neither new ones nor decisions change the order of what comes next.
 */
async function mixedPage(db: Db, brandId: string, ask: WireAsk): Promise<Page> {
  let [start = '', shown = '0'] = (ask.after ?? '').split('+')
  const ids: string[] = []
  for (;;) {
    const stretch = await articles.wirePlaces(db, brandId, { ...ask, show: 'all', order: 'newest', after: readKey(start), limit: MIXED_FROM })
    const mixed = mixedBySource(stretch, (row) => row.feed_id)
    // The first stretch is anchored at what was newest then, by a key just before it.
    if (start === '' && stretch[0]) start = `${stretch[0].at + 1}_${stretch[0].id}`
    for (let at = Number(shown) || 0; at < mixed.length; at++) {
      if (BELONGS[ask.show].includes(mixed[at]!.state ?? 'new')) ids.push(mixed[at]!.id)
      if (ids.length === LIMITS.wirePage) return { ids, next: `${start}+${at + 1}` }
    }
    if (stretch.length < MIXED_FROM) return { ids, next: null }
    start = keyOf(stretch.at(-1)!, 'newest')
    shown = '0'
  }
}

const BELONGS: Record<WireAsk['show'], ArticleState[]> = {
  open: ['new', 'read'],
  clipped: ['clipped'],
  shelved: ['shelved'],
  passed: ['passed'],
  all: ['new', 'read', 'clipped', 'shelved', 'passed'],
}

const keyOf = (row: articles.WirePlace, order: articles.WireOrder): string => `${order === 'waiting' ? row.first_seen_at : row.at}_${row.id}`

function readKey(key: string | null): { at: number; id: string } | null {
  const match = /^(\d+)_([0-9a-f-]{36})$/.exec(key ?? '')
  return match ? { at: Number(match[1]), id: match[2]! } : null
}

/** Rows of a list with what a brand's watches found in each. */
export async function withMarks(db: Db, brandId: string, rows: articles.ListedArticle[]): Promise<ArticleRow[]> {
  const ids = rows.map((row) => row.id)
  const marks = await marksOfArticles(db, brandId, ids)
  return rows.map((row) => {
    const own = marks.filter((mark) => mark.article_id === row.id)
    return {
      id: row.id,
      title: row.title ?? plainText(row.summary_html ?? '').slice(0, 90),
      outlet: row.label,
      author: row.author,
      at: new Date(row.at).toISOString(),
      dating: row.dating,
      changedAt: row.changed_at === null ? null : new Date(row.changed_at).toISOString(),
      state: row.state ?? 'new',
      // Enough of the beginning for a few lines; the whole need not be read for that.
      summary: plainText((row.summary_html ?? row.content_html ?? '').slice(0, 4000)).slice(0, 280),
      image: row.image,
      watches: own.map((mark) => ({ id: mark.watch_id, name: mark.name })),
      found: [...new Set(own.flatMap((mark) => JSON.parse(mark.found_json) as string[]))],
    }
  })
}

/** One article whole, as the sheet shows it. */
export async function article(brandId: string, id: string): Promise<ArticleFull> {
  const db = await useDb()
  const row = await articles.articleForBrand(db, brandId, id)
  if (!row) throw problem('notFound')
  const [summary] = await withMarks(db, brandId, [row])
  return {
    ...summary!,
    url: row.url,
    // Kept HTML, made safe once more as it is shown.
    html: safeHtml(row.content_html ?? row.summary_html ?? '', row.url ?? 'about:blank'),
    full: row.content_html !== null,
    language: row.language,
    categories: JSON.parse(row.categories_json) as string[],
    minutes: readingMinutes(row.text),
    shared: (await sentOfArticle(db, brandId, id)).map((sent) => ({ at: new Date(sent.sent_at).toISOString(), account: sent.account, text: sent.text })),
  }
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
    for (const id of new Set(ids)) if (await articles.articleForBrand(db, actor.brandId, id)) await putState(db, tracked, actor, id, state)
  })
  return { historyId }
}

/** Clipping and shelving keep a clipping; leaving those states takes it away. */
export async function putState(db: Db, tracked: Tracked, actor: Actor, id: string, state: ArticleState): Promise<void> {
  const article = await articles.articleForBrand(db, actor.brandId, id)
  if (!article) throw problem('notFound')
  await tracked.put('article_states', { brand_id: actor.brandId, article_id: id }, { state, feed_id: article.feed_id, changed_at: now() })
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

/** Whether a picture's address stands in an article this brand can see: only such are passed on. */
export async function isPictureOfBrand(brandId: string, url: string): Promise<boolean> {
  return articles.pictureIsKnown(await useDb(), brandId, url, url.replace(/&/g, '&amp;'))
}
