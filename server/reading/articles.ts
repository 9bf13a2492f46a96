import { readTexts } from '#shared/platform/json'
import * as articles from '#server/articles'
import type { WirePage, ArticleSummary } from '#shared/reading/types'
import { useDb, inTransaction, type Db } from '#server/platform/db'
import { articlesWithWords } from './askedWords'
import { ownSitesOf } from '#server/platform/db/columns'
import { brandById } from '#server/people'
import { now } from '#server/platform/clock'
import { LIMITS } from '#shared/platform/limits'
import { mixedBySource } from '#core/rank'
import { belongsTo } from '#shared/articles/shows'
import { marksOfArticles } from '#server/watches'
import { tagsOfArticles, putState, putStateOf, beginningOf } from '#server/articles'
import { postsAbout } from '#server/posts'
import { plainBeginning } from '#core/text'
import type { Actor } from '#server/platform/changes/actor'
import type { ArticleState } from '#shared/articles/types'
import type { Undoable } from '#shared/platform/types'
import { changeUndoably } from '#server/platform/changes/history'
import { problem } from '#server/platform/http/problem'
import { textFrom } from './pages'

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
  const ownSites =
    ask.own === undefined || ask.own === null ? [] : ownSitesOf((await brandById(db, brandId))!)
  const narrowed = { ...ask, numbers, ownSites }
  const { ids, next } =
    ask.order === 'mixed' ? await mixedPage(db, brandId, narrowed) : await pageInOrder(db, brandId, narrowed)
  return {
    articles: await withMarks(db, brandId, await articles.articlesAt(db, brandId, ids)),
    next,
    unread: await articles.unreadOf(db, brandId),
  }
}

interface Page {
  ids: string[]
  next: string | null
}

type Narrowed = WireAsk & Pick<articles.WireFilter, 'numbers'>

async function pageInOrder(db: Db, brandId: string, ask: Narrowed): Promise<Page> {
  const order = ask.order === 'mixed' ? 'newest' : ask.order
  const rows = await articles.wirePlaces(db, brandId, {
    ...ask,
    order,
    now: now(),
    after: readKey(ask.after),
    limit: LIMITS.wirePage + 1,
  })
  const page = rows.slice(0, LIMITS.wirePage)
  return {
    ids: page.map((place) => place.id),
    next: rows.length > page.length ? keyOf(page.at(-1)!, order) : null,
  }
}

/**
 * Sources in turn, over stretches of the newest articles: the key holds where the stretch begins and how much
 * of it was gone through. Turns are taken by all articles, decided or not, so that neither new ones nor
 * decisions change the order of what comes next.
 */
async function mixedPage(db: Db, brandId: string, ask: Narrowed): Promise<Page> {
  let [start = '', shown = '0'] = (ask.after ?? '').split('+')
  const ids: string[] = []
  for (;;) {
    const stretch = await articles.wirePlaces(db, brandId, {
      ...ask,
      show: 'all',
      order: 'newest',
      now: now(),
      after: readKey(start),
      limit: MIXED_FROM,
    })
    const mixed = mixedBySource(stretch, (row) => row.feed_id)
    // The first stretch is anchored at what was newest then, by a key just before it.
    if (start === '' && stretch[0]) start = `${stretch[0].at + 1}_${stretch[0].id}`
    for (let at = Number(shown) || 0; at < mixed.length; at++) {
      if (belongsTo(ask.show, mixed[at]!.state ?? 'new', mixed[at]!.excluded_by)) ids.push(mixed[at]!.id)
      if (ids.length === LIMITS.wirePage) return { ids, next: `${start}+${at + 1}` }
    }
    if (stretch.length < MIXED_FROM) return { ids, next: null }
    start = keyOf(stretch.at(-1)!, 'newest')
    shown = '0'
  }
}

const keyOf = (row: articles.WirePlace, order: articles.WireOrder): string =>
  `${order === 'waiting' ? row.first_seen_at : row.at}_${row.id}`

function readKey(key: string | null): { at: number; id: string } | null {
  const match = /^(\d+)_([0-9a-f-]{36})$/.exec(key ?? '')
  return match ? { at: Number(match[1]), id: match[2]! } : null
}

/** Rows of a list with what a brand's watches found in each. */
export async function withMarks(
  db: Db,
  brandId: string,
  rows: articles.ListedArticle[],
): Promise<ArticleSummary[]> {
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
      leftOut: row.excluded_by,
      // Enough of the beginning for a few lines; the whole need not be read for that.
      summary: plainBeginning(row.summary_html ?? row.content_html ?? '').slice(0, 280),
      image: row.image,
      post: posts.get(row.id) ?? null,
      watches: own.map((mark) => ({ id: mark.watch_id, name: mark.name })),
      tags: tags.get(row.id) ?? [],
      found: [...new Set(own.flatMap((mark) => readTexts(mark.found_json)))],
    }
  })
}

/** Puts an article into a state for this brand. */
export async function setState(actor: Actor, id: string, state: ArticleState): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'article', id, async (db, tracked) => {
    await putState(db, tracked, actor, id, state)
  })
  return { historyId }
}

/**
 * Puts several articles into a state at once, as one change that is undone as one. Those that are not there
 * are left out.
 */
export async function setStates(actor: Actor, ids: string[], state: ArticleState): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'article', ids[0]!, async (db, tracked) => {
    for (const article of await articles.statesOfArticles(db, actor.brandId, ids)) {
      // That somebody looked at it takes back nothing that was decided meanwhile.
      if (state !== 'read' || (article.state ?? 'new') === 'new')
        await putStateOf(db, tracked, actor, article, state)
    }
  })
  return { historyId }
}

/**
 * Keeps that somebody read an article: the whole of it on the sheet, or, where there is only a summary, its
 * own page.
 */
export async function markOpened(actor: Actor, id: string, original: boolean): Promise<void> {
  await inTransaction(async (db) => {
    const row = await articles.articleForBrand(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (original || textFrom(row) !== null) await articles.setOpened(db, actor.brandId, id, now())
  })
}
