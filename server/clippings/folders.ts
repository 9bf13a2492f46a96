import { v7 as uuid } from 'uuid'
import type { Undoable } from '#shared/platform/types'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import type { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import { folderById, folderByName } from './queries/folders'
import type { ClippingFolderRow } from './rows'

/** The folder of a name, made where there is none; null for no name. */
export async function folderNamed(
  db: Db,
  tracked: Tracked,
  brandId: string,
  name: string | null,
): Promise<string | null> {
  if (name === null || name === '') return null
  const known = await folderByName(db, brandId, name)
  if (known) return known.id
  const id = uuid()
  await tracked.insert('clipping_folders', { id }, { brand_id: brandId, name, removed_at: null })
  return id
}

/** Makes a folder. Throws `folderTaken`. */
export async function addFolder(actor: Actor, name: string): Promise<Undoable & { id: string }> {
  const id = uuid()
  const { historyId } = await changeUndoably(actor, 'article', id, async (db, tracked) => {
    await requireFree(db, actor.brandId, name)
    await tracked.insert('clipping_folders', { id }, { brand_id: actor.brandId, name, removed_at: null })
  })
  return { historyId, id }
}

/** Gives a folder another name. Throws `notFound`, `stale`, `folderTaken`. */
export async function renameFolder(
  actor: Actor,
  id: string,
  input: { name: string; version: number },
): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'article', id, async (db, tracked) => {
    const row = await requireFolder(db, actor.brandId, id)
    if (row.version !== input.version) throw problem('stale')
    if (row.name !== input.name) await requireFree(db, actor.brandId, input.name)
    await tracked.update('clipping_folders', { id }, { name: input.name, version: row.version + 1 })
  })
  return { historyId }
}

/** Gives a folder up; what lies in it stays, in none. Throws `notFound`. */
export async function removeFolder(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'article', id, async (db, tracked) => {
    await requireFolder(db, actor.brandId, id)
    await tracked.update('clipping_folders', { id }, { removed_at: now() })
  })
  return { historyId }
}

async function requireFolder(db: Db, brandId: string, id: string): Promise<ClippingFolderRow> {
  const row = await folderById(db, brandId, id)
  if (!row) throw problem('notFound')
  return row
}

async function requireFree(db: Db, brandId: string, name: string): Promise<void> {
  if (await folderByName(db, brandId, name)) throw problem('folderTaken', name).at('name')
}
