import { v7 as uuid } from 'uuid'
import type { Undoable } from '#shared/platform/types'
import type { TagUse } from '#shared/articles/types'
import { LIMITS } from '#shared/platform/limits'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { statesOfArticles } from './queries/articles'
import * as store from './queries/tags'
import type { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { hook } from '#server/platform/hook'

/** A brand's tags with where they come from and how many articles have each. */
export async function tagUses(brandId: string): Promise<TagUse[]> {
  const db = await useDb()
  const origins = await store.originsOfTags(db, brandId)
  const uses: TagUse[] = []
  for (const { id, name, version } of await store.tagsOf(db, brandId)) {
    const articles = await store.countTagged(db, brandId, id, now())
    uses.push({
      id,
      name,
      articles,
      watches: origins.watches.get(id) ?? [],
      sources: origins.sources.get(id) ?? [],
      version,
    })
  }
  return uses
}

/** Articles got tags, within the transaction that gives them. */
export const articlesTagged = hook<[db: Db, brandId: string, articleIds: string[]]>()

/**
 * Puts tags on articles and takes others off, as one change that is undone as one. A tag nobody has used yet
 * is made.
 */
export async function tagArticles(
  actor: Actor,
  { ids, add, remove }: { ids: string[]; add: string[]; remove: string[] },
): Promise<Undoable> {
  if (ids.length * (add.length + remove.length) > LIMITS.tagsTimesArticles)
    throw problem('tooManyTags', LIMITS.tagsTimesArticles)
  const { historyId } = await changeUndoably(actor, 'tag', ids[0]!, async (db, tracked) => {
    const on = await tagIds(db, actor.brandId, add)
    const off: string[] = []
    for (const name of remove) {
      const tag = await store.tagByName(db, actor.brandId, name)
      if (tag) off.push(tag.id)
    }
    const seen = await statesOfArticles(db, actor.brandId, ids)
    if (seen.length === 0) throw problem('notFound')
    const keys = (tag_id: string) =>
      seen.map(({ id }) => ({ brand_id: actor.brandId, article_id: id, tag_id }))
    for (const tag_id of on) await tracked.putAll('article_tags', keys(tag_id), { is_on: 1 })
    for (const tag_id of off) await tracked.putAll('article_tags', keys(tag_id), { is_on: 0 })
    if (on.length > 0)
      await articlesTagged.run(
        db,
        actor.brandId,
        seen.map(({ id }) => id),
      )
  })
  return { historyId }
}

/**
 * The ids of tags by their names, each once; those that are not there are made. That is no part of what an
 * undo puts back: somebody may have used a tag meanwhile. One that nothing has is cleared away then
 * (`clearUnusedTags`).
 */
export async function tagIds(db: Db, brandId: string, names: string[]): Promise<string[]> {
  const ids = new Set<string>()
  for (const name of names) {
    const known = await store.tagByName(db, brandId, name)
    const id = known?.id ?? uuid()
    if (!known) await store.insertTag(db, { id, brand_id: brandId, name, version: 1 })
    ids.add(id)
  }
  return [...ids]
}

/** Lets a watch or a source put just these tags on articles, or gives them to a clipping or post. */
export async function setTagsOf(
  db: Db,
  tracked: Tracked,
  brandId: string,
  table: store.TaggerTable,
  id: string,
  names: string[],
): Promise<void> {
  const key = { [store.KEY[table]]: id }
  const wanted = new Set(await tagIds(db, brandId, names))
  for (const tag of await store.tagsOfTagger(db, table, id)) {
    if (!wanted.delete(tag.id)) await tracked.remove(table, { ...key, tag_id: tag.id })
  }
  for (const tag_id of wanted) await tracked.insert(table, { ...key, tag_id }, {})
}

/** Gives a tag another name. Throws `notFound`, `stale`, and `tagTaken` where another has it. */
export async function renameTag(
  actor: Actor,
  id: string,
  input: { name: string; version: number },
): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'tag', id, async (db, tracked) => {
    const row = await store.tagById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.version !== input.version) throw problem('stale')
    const other = await store.tagByName(db, actor.brandId, input.name)
    if (other && other.id !== id) throw problem('tagTaken', input.name).at('name')
    await tracked.update('tags', { id }, { name: input.name, version: row.version + 1 })
  })
  return { historyId }
}

/** Makes one tag of two: whatever has the first has the second from then on, and the first is gone. */
export async function mergeTags(actor: Actor, id: string, into: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'tag', id, async (db, tracked) => {
    if (!(await store.tagById(db, actor.brandId, id)) || !(await store.tagById(db, actor.brandId, into)))
      throw problem('notFound')
    if (id === into) throw problem('sameTag').at('into')
    for (const link of await store.linksOfTag(db, id)) {
      await tracked.remove(link.table, { ...link.key, tag_id: id })
      // Taken off one of the two by hand says nothing of the other.
      if (link.table !== 'article_tags') await tracked.put(link.table, { ...link.key, tag_id: into }, {})
      else if (link.isOn) await tracked.put(link.table, { ...link.key, tag_id: into }, { is_on: 1 })
    }
    await tracked.remove('tags', { id })
  })
  return { historyId }
}

/** Takes a tag off everything that carries it, and away. Throws `notFound`. */
export async function removeTag(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'tag', id, async (db, tracked) => {
    if (!(await store.tagById(db, actor.brandId, id))) throw problem('notFound')
    for (const { table, key } of await store.linksOfTag(db, id))
      await tracked.remove(table, { ...key, tag_id: id })
    await tracked.remove('tags', { id })
  })
  return { historyId }
}
