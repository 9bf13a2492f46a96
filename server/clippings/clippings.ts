import { toInstant } from '#core/instant'
import type { Clipping, ClippingsView } from '#shared/clippings/types'
import type { Undoable } from '#shared/platform/types'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { beginningOf, putState, tagsOfArticles } from '#server/articles'
import * as store from './queries/clippings'
import { clippingFolders, folderById } from './queries/folders'
import { folderNamed } from './folders'
import type { PostDoc } from '#shared/posts/types'
import type { ArticleTag } from '#shared/articles/types'
import { problem } from '#server/platform/http/problem'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import type { Tracked } from '#server/platform/db/tracked'
import { contentById, passagesOfLink } from './queries/contents'
import type { ClippingContentRow, ClippingRow } from './rows'

const MOST_SHOWN = 500

/** What a brand has kept, as its list shows it. */
export async function clippings(
  brandId: string,
  ask: Omit<store.ClippingFilter, 'limit' | 'now'>,
): Promise<ClippingsView> {
  const db = await useDb()
  const rows = await store.clippingsOf(db, brandId, { ...ask, now: now(), limit: MOST_SHOWN })
  const tags = await tagsOfArticles(
    db,
    brandId,
    rows.flatMap((row) => row.article_id ?? []),
    now(),
  )
  const own = await store.tagsOfClippings(
    db,
    rows.map(({ id }) => id),
  )
  return {
    clippings: rows.map((row) => clippingOf(row, tagsFor(row, tags, own))),
    folders: await clippingFolders(db, brandId),
    counts: await store.countClippings(db, brandId),
  }
}

const clippingOf = (row: store.ClippingWithArticle, tags: ArticleTag[]): Clipping => ({
  id: row.id,
  articleId: row.article_id,
  kind: row.kind,
  title: row.title || beginningOf(row.summary_html ?? '') || (row.quote ?? '').slice(0, 90),
  outlet: row.outlet ?? '',
  quote: row.quote,
  url: row.url,
  author: row.author,
  beginning: row.beginning ?? '',
  pictureId: row.picture_id,
  pictureUrl: row.article_id === null ? null : row.picture_url,
  keptAt: toInstant(row.created_at),
  at: row.at === null ? null : toInstant(row.at),
  note: row.note ?? '',
  folder: row.folder,
  folderId: row.folder === null ? null : row.folder_id,
  shelved: row.shelved === 1,
  posts: Number(row.posts),
  tags,
  doneAt: row.done_at === null ? null : toInstant(row.done_at),
  version: row.version,
})

/**
 * A clipping with its own content, where it has any, and the words of its article that were kept. Throws
 * `notFound`.
 */
export async function clippingWith(
  db: Db,
  brandId: string,
  id: string,
): Promise<{ clipping: Clipping; content: ClippingContentRow | null; passages: string[] }> {
  const [row] = await store.clippingsFor(db, brandId, [id], null)
  if (!row) throw problem('notFound')
  const [tags, own] = await Promise.all([
    tagsOfArticles(db, brandId, row.article_id === null ? [] : [row.article_id], now()),
    store.tagsOfClippings(db, [id]),
  ])
  const content = (await contentById(db, id)) ?? null
  const passages = [
    ...(row.article_id === null ? [] : await store.passagesOf(db, brandId, row.article_id)),
    ...(content?.link_key ? await passagesOfLink(db, brandId, content.link_key) : []),
  ]
  return {
    clipping: clippingOf(row, tagsFor(row, tags, own)),
    content,
    passages: [...new Set([...(row.quote === null ? [] : [row.quote]), ...passages])],
  }
}

/** A clipping's own tags, and those of its article. */
const tagsFor = (
  row: { id: string; article_id: string | null },
  ofArticles: Map<string, ArticleTag[]>,
  own: Map<string, { id: string; name: string }[]>,
): ArticleTag[] => [
  ...(ofArticles.get(row.article_id ?? '') ?? []),
  ...(own.get(row.id) ?? []).map((tag) => ({ ...tag, by: 'hand' as const })),
]

/** What a person may change of a clipping; what is null stays as it is. */
interface Edited {
  note: string
  folder: string | null
  title: string | null
  text: string | null
  quote: string | null
  version: number
}

/**
 * Changes a clipping's note and folder and, where they are its own, its title, text and kept words. An
 * article's title and text stay the article's.
 */
export async function editClipping(actor: Actor, id: string, input: Edited): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'article', id, async (db, tracked) => {
    const row = await store.clippingById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.version !== input.version) throw problem('stale')
    await tracked.update(
      'clippings',
      { id },
      {
        note: input.note || null,
        folder_id: await folderNamed(db, tracked, actor.brandId, input.folder),
        version: row.version + 1,
        ...(row.quote === null || !input.quote ? {} : { quote: input.quote }),
      },
    )
    if (input.title === null && input.text === null) return
    if (!(await contentById(db, id))) return
    await tracked.update(
      'clipping_contents',
      { clipping_id: id },
      {
        ...(input.title === null ? {} : { title: input.title }),
        ...(input.text === null ? {} : { text: input.text }),
      },
    )
  })
  return { historyId }
}

/** What is done with several at once. */
interface Several {
  ids: string[]
  /** The folder they go into; null for none, undefined where they stay. */
  folderId?: string | null
  done?: boolean
  shelved?: boolean
}

/** Changes several clippings as one. Throws `notFound` where one of them, or the folder, is not there. */
export async function changeSeveral(actor: Actor, input: Several): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'article', input.ids[0]!, async (db, tracked) => {
    if (input.folderId && !(await folderById(db, actor.brandId, input.folderId))) throw problem('notFound')
    const patch = {
      ...(input.folderId === undefined ? {} : { folder_id: input.folderId }),
      ...(input.done === undefined ? {} : { done_at: input.done ? now() : null }),
    }
    for (const id of new Set(input.ids)) {
      const row = await store.clippingById(db, actor.brandId, id)
      if (!row) throw problem('notFound')
      if (Object.keys(patch).length > 0) await tracked.update('clippings', { id }, patch)
      if (input.shelved !== undefined) await shelve(db, tracked, actor, row, input.shelved)
    }
  })
  return { historyId }
}

/** An article's clipping is shelved with its article; any other by itself. */
async function shelve(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  row: ClippingRow,
  shelved: boolean,
): Promise<void> {
  if (row.article_id !== null && row.kind === 'article')
    await putState(db, tracked, actor, row.article_id, shelved ? 'shelved' : 'clipped')
  else await tracked.update('clippings', { id: row.id }, { shelved: shelved ? 1 : 0 })
}

/** Puts a clipping that is no article's on the shelf, or takes it off. */
export async function setShelved(actor: Actor, id: string, shelved: boolean): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'article', id, async (db, tracked) => {
    const row = await store.clippingById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    await tracked.update('clippings', { id }, { shelved: shelved ? 1 : 0 })
  })
  return { historyId }
}

/** Says that one is done with a clipping, or that it waits again. */
export async function workOff(actor: Actor, id: string, done: boolean): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'article', id, async (db, tracked) => {
    if (!(await store.clippingById(db, actor.brandId, id))) throw problem('notFound')
    await tracked.update('clippings', { id }, { done_at: done ? now() : null })
  })
  return { historyId }
}

/** The clippings a post is made from, and the words of its article that were kept. */
export async function clippingsOfPost(
  db: Db,
  brandId: string,
  doc: Pick<PostDoc, 'articleId' | 'clippingIds'>,
): Promise<Clipping[]> {
  const rows = await store.clippingsFor(db, brandId, doc.clippingIds, doc.articleId)
  return rows.map((row) => clippingOf(row, []))
}
