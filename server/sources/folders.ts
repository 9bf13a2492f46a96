import { readTexts } from '#shared/platform/json'
import { randomBytes } from 'node:crypto'
import type { Folder } from '#shared/sources/types'
import type { Undoable } from '#shared/platform/types'
import { useDb, type Db } from '#server/platform/db'
import { pillarById } from '#server/people'
import * as store from './queries/folders'
import type { FolderRow } from './rows'
import type { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import type { Actor } from '#server/platform/changes/actor'
import { feedAddress } from './folderAddress'
import { changeUndoably } from '#server/platform/changes/history'
import { accountIdsIn, accountIdsJson } from '#server/platform/db/columns'

/** A brand's folders. Whoever may only look is not told the secret addresses. */
export async function foldersOfBrand(actor: Actor): Promise<Folder[]> {
  const rows = await store.foldersOf(await useDb(), actor.brandId)
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    sources: Number(row.sources),
    hashtags: readTexts(row.hashtags_json),
    pillarId: row.pillar_id,
    accountIds: accountIdsIn(row.usual_accounts_json),
    feedAddress:
      row.feed_nonce === null || actor.role === 'client' ? null : feedAddress(row.id, row.feed_nonce),
    version: row.version,
  }))
}

interface FolderInput {
  name: string
  hashtags: string[]
  pillarId: string | null
  accountIds: string[] | null
  version: number
}

/** Changes a folder. Throws `notFound`, `stale`, and `folderTaken` where another has its name. */
export function editFolder(actor: Actor, id: string, input: FolderInput): Promise<Undoable> {
  return changeFolder(actor, id, async (db, tracked, row) => {
    if (row.version !== input.version) throw problem('stale')
    const other = await store.folderByName(db, actor.brandId, input.name)
    if (other && other.id !== id) throw problem('folderTaken', input.name).at('name')
    const hashtags = [...new Set(input.hashtags.map((tag) => tag.replace(/^#+/, '')).filter(Boolean))]
    if (input.pillarId && !(await pillarById(db, actor.brandId, input.pillarId)))
      throw problem('notFound').at('pillarId')
    const usual = { pillar_id: input.pillarId, usual_accounts_json: accountIdsJson(input.accountIds) }
    await tracked.update(
      'folders',
      { id },
      { name: input.name, hashtags_json: JSON.stringify(hashtags), ...usual, version: row.version + 1 },
    )
  })
}

/** Takes a folder away; its sources stay. Throws `notFound`. */
export function removeFolder(actor: Actor, id: string): Promise<Undoable> {
  return changeFolder(actor, id, async (db, tracked) => {
    for (const link of await store.linksOfFolder(db, id))
      await tracked.remove('source_folders', { source_id: link.source_id, folder_id: id })
    await tracked.remove('folders', { id })
  })
}

/** Lets a folder be read as a feed, at an address that did not exist before. */
export function openFeed(actor: Actor, id: string): Promise<Undoable> {
  return changeFolder(actor, id, (_, tracked, row) =>
    tracked.update(
      'folders',
      { id },
      { feed_nonce: randomBytes(16).toString('hex'), version: row.version + 1 },
    ),
  )
}

/** Closes a folder’s feed: its address answers no more. Throws `notFound`. */
export function closeFeed(actor: Actor, id: string): Promise<Undoable> {
  return changeFolder(actor, id, (_, tracked, row) =>
    tracked.update('folders', { id }, { feed_nonce: null, version: row.version + 1 }),
  )
}

async function changeFolder(
  actor: Actor,
  id: string,
  work: (db: Db, tracked: Tracked, row: FolderRow) => Promise<void>,
): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'source', id, async (db, tracked) => {
    const row = await store.folderById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    await work(db, tracked, row)
  })
  return { historyId }
}
