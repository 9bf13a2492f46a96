import { v7 as uuid } from 'uuid'
import { MINUTE } from '#core/instant'
import type { Undoable } from '#shared/platform/types'
import { LIMITS } from '#shared/platform/limits'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { pillarById } from '#server/people'
import { setTagsOf } from '#server/articles'
import { folderByName, linksOfSource } from './queries/folders'
import type { FeedRow, SourceRow } from './rows'
import * as sources from './queries/sources'
import type { Tracked } from '#server/platform/db/tracked'
import type { HttpResponse } from '#server/platform/net/httpRequest'
import { problem, ProblemError } from '#server/platform/http/problem'
import type { ReadFeedResult } from './tasks'
import type { Actor } from '#server/platform/changes/actor'
import { fetchFeed, storeFetchedFeed, tellReaders } from './feeds'
import { atField } from '#server/platform/http/atField'
import { changeUndoably } from '#server/platform/changes/history'
import { sourceChanged } from './hooks'
import { findFeed, readAt } from './findFeed'
import { accountIdsJson } from '#server/platform/db/columns'

/** What a brand wants of a source. */
export interface SourceSettings {
  label: string
  /** Folders as a person types them: several with commas between. */
  folder: string | null
  own: boolean
  pillarId: string | null
  credits: Record<string, string>
  leaveOut: string
  onlyNew: boolean
  tags: string[]
  region: string | null
  language: string | null
  accountIds: string[] | null
  /** Whether it clips what it brings by itself. */
  clips: boolean
  /** Whether a letter of a mailing list is an article for each of its links. */
  byLink: boolean
}

const NO_WISHES: Omit<SourceSettings, 'label'> = {
  folder: null,
  own: false,
  pillarId: null,
  credits: {},
  leaveOut: '',
  onlyNew: false,
  tags: [],
  region: null,
  language: null,
  accountIds: null,
  clips: false,
  byLink: false,
}

/** Adds a source by its feed's address; its articles are there when this returns. */
export async function addSource(
  actor: Actor,
  input: SourceSettings & { feedUrl: string },
): Promise<{ id: string; historyId: string }> {
  const { answer, read } = await atField('feedUrl', () => readAt(input.feedUrl, 'person'))
  const feed = await feedFor(answer.lastingUrl)
  const id = uuid()
  const { historyId } = await changeUndoably(actor, 'source', id, async (db, tracked) => {
    const known = await sources.sourceOfFeed(db, actor.brandId, feed.id)
    if (known) throw problem('knownSource', known.label).at('feedUrl')
    await insertSource(db, tracked, actor, {
      id,
      feedId: feed.id,
      wishes: input,
      folders: namesIn(input.folder),
    })
  })
  await bring(actor.brandId, id, feed, answer, read)
  return { id, historyId }
}

/**
 * What a file names as a feed; where that is a page, the feed it leads to. Throws what is wrong with the
 * address itself.
 */
async function feedNamed(
  address: string,
): Promise<Pick<Awaited<ReturnType<typeof findFeed>>, 'answer' | 'read'>> {
  try {
    return await readAt(address, 'background')
  } catch (error) {
    if (!(error instanceof ProblemError) || error.code !== 'notAFeed') throw error
    return findFeed(address, 'background').catch(() => Promise.reject(error))
  }
}

/**
 * Adds a source that a file names, by its own title where it has none; where the file names a page, the feed
 * it leads to. One that is a source already stays as it is. Gives its id, and whether it is new.
 */
export async function addFoundSource(
  actor: Actor,
  input: { feedUrl: string; label: string | null; folders: string[] },
): Promise<{ id: string; isNew: boolean }> {
  const db = await useDb()
  const known = await sources.feedByUrl(db, new URL(input.feedUrl).href)
  const there = known && (await sources.sourceOfFeed(db, actor.brandId, known.id))
  if (there) return { id: there.id, isNew: false }
  const { answer, read } = await feedNamed(input.feedUrl)
  const feed = await feedFor(answer.lastingUrl)
  const same = await sources.sourceOfFeed(db, actor.brandId, feed.id)
  if (same) return { id: same.id, isNew: false }
  const label = input.label ?? read.feed.title ?? new URL(feed.url).hostname
  const id = uuid()
  await changeUndoably(actor, 'source', id, (db, tracked) =>
    insertSource(db, tracked, actor, {
      id,
      feedId: feed.id,
      wishes: { ...NO_WISHES, label: label.slice(0, LIMITS.name) },
      folders: input.folders,
    }),
  )
  await bring(actor.brandId, id, feed, answer, read)
  return { id, isNew: true }
}

/** Puts a source into the folders of these names that it is not in yet, within a change. */
export async function putInFolders(
  db: Db,
  tracked: Tracked,
  brandId: string,
  sourceId: string,
  names: string[],
): Promise<void> {
  const has = new Set((await linksOfSource(db, sourceId)).map((link) => link.folder_id))
  for (const name of names) {
    const folder = await folderByName(db, brandId, name)
    if (!folder || !has.has(folder.id)) await putInFolder(db, tracked, brandId, sourceId, name)
  }
}

interface NewSource {
  id: string
  feedId: string
  wishes: SourceSettings
  folders: string[]
}

/** Makes a source of a feed, within a change. */
export async function insertSource(db: Db, tracked: Tracked, actor: Actor, given: NewSource): Promise<void> {
  const row = {
    brand_id: actor.brandId,
    feed_id: given.feedId,
    ...(await columnsOf(db, actor.brandId, given.wishes)),
    clips_for: given.wishes.clips ? actor.personId : null,
    created_at: now(),
    removed_at: null,
    version: 1,
  }
  await tracked.insert('sources', { id: given.id }, row)
  await setTagsOf(db, tracked, actor.brandId, 'source_tags', given.id, given.wishes.tags)
  for (const folder of given.folders) await putInFolder(db, tracked, actor.brandId, given.id, folder)
}

async function columnsOf(db: Db, brandId: string, wishes: SourceSettings) {
  if (wishes.pillarId && !(await pillarById(db, brandId, wishes.pillarId)))
    throw problem('notFound').at('pillarId')
  const credits = Object.fromEntries(
    Object.entries(wishes.credits).flatMap(([network, handle]) =>
      handle.trim() ? [[network, handle.trim()]] : [],
    ),
  )
  return {
    label: wishes.label,
    own: wishes.own ? 1 : 0,
    pillar_id: wishes.pillarId,
    credits_json: JSON.stringify(credits),
    leave_out: wishes.leaveOut,
    only_new: wishes.onlyNew ? 1 : 0,
    region: wishes.region || null,
    language: wishes.language || null,
    usual_accounts_json: accountIdsJson(wishes.accountIds),
    by_link: wishes.byLink ? 1 : 0,
  }
}

/**
 * Keeps what a new source's feed holds, marks it with the brand's watches, and leaves out what the source's
 * rules say.
 */
async function bring(
  brandId: string,
  sourceId: string,
  feed: FeedRow,
  answer: HttpResponse,
  read: ReadFeedResult,
): Promise<void> {
  await storeFetchedFeed(feed, answer, read)
  await sourceChanged.run(brandId, sourceId, feed)
  await tellReaders(feed.id, 'article')
}

/** Folders as a person types them: several with commas between. */
export const namesIn = (text: string | null): string[] => [
  ...new Set((text ?? '').split(',').flatMap((name) => name.trim() || [])),
]

function feedFor(url: string): Promise<FeedRow> {
  return inTransaction(async (db) => {
    if (!(await sources.feedByUrl(db, url)))
      await sources.insertFeed(db, {
        id: uuid(),
        url,
        host: new URL(url).host,
        next_fetch_at: now() + MINUTE,
      })
    return (await sources.feedByUrl(db, url))!
  })
}

/** Changes a source. Throws `notFound`, and `stale` where somebody changed it since. */
export async function editSource(
  actor: Actor,
  id: string,
  input: SourceSettings & { paused: boolean; version: number },
): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'source', id, async (db, tracked) => {
    const row = await sources.sourceById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.version !== input.version) throw problem('stale')
    const columns = {
      ...(await columnsOf(db, actor.brandId, input)),
      clips_for: input.clips ? (row.clips_for ?? actor.personId) : null,
      paused_at: pausedAt(row, input.paused),
      version: row.version + 1,
    }
    await tracked.update('sources', { id }, columns)
    for (const link of await linksOfSource(db, id))
      await tracked.remove('source_folders', { source_id: id, folder_id: link.folder_id })
    for (const folder of namesIn(input.folder)) await putInFolder(db, tracked, actor.brandId, id, folder)
    await setTagsOf(db, tracked, actor.brandId, 'source_tags', id, input.tags)
  })
  await lookAgain(actor.brandId, id)
  return { historyId }
}

/**
 * Watches look at a source's name, region, language and folders, and its rules at what it brings: both are
 * asked again.
 */
export async function lookAgain(brandId: string, id: string): Promise<void> {
  const db = await useDb()
  const row = await sources.sourceById(db, brandId, id)
  const feed = row && (await sources.feedById(db, row.feed_id))
  await sourceChanged.run(brandId, id, feed ?? null)
}

/** When a source's pause began: one that is paused already keeps its beginning. */
export const pausedAt = (row: SourceRow, paused: boolean): number | null =>
  paused ? (row.paused_at ?? now()) : null

/** Takes a source away; what was kept of its articles stays. Throws `notFound`. */
export async function removeSource(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'source', id, async (db, tracked) => {
    if (!(await sources.sourceById(db, actor.brandId, id))) throw problem('notFound')
    await tracked.update('sources', { id }, { removed_at: now() })
  })
  return { historyId }
}

/**
 * Fetches a source's feed now, whatever its turn. `quiet`: one that comes by mail, or is gone, is passed
 * over.
 */
export async function fetchNow(brandId: string, id: string, { quiet = false } = {}): Promise<void> {
  const db = await useDb()
  const row = await sources.sourceById(db, brandId, id)
  const feed = row && (await sources.feedById(db, row.feed_id))
  if (quiet && feed?.kind !== 'web') return
  if (!feed) throw problem('notFound')
  if (feed.kind === 'mail') throw problem('comesByMail')
  await fetchFeed(feed)
  await tellReaders(feed.id, 'source')
}

/** Puts a source into a folder, which is made where there is none of that name. */
export async function putInFolder(
  db: Db,
  tracked: Tracked,
  brandId: string,
  sourceId: string,
  name: string,
): Promise<void> {
  const known = await folderByName(db, brandId, name)
  const folderId = known?.id ?? uuid()
  if (!known) await tracked.insert('folders', { id: folderId }, { brand_id: brandId, name })
  await tracked.put('source_folders', { source_id: sourceId, folder_id: folderId }, {})
}
