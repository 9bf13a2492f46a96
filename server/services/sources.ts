import { v7 as uuid } from 'uuid'
import { usualPlaces } from '../../core/feed'
import { MINUTE } from '../../core/instant'
import type { FoundSource, Source, Undoable } from '../../shared/api'
import { LIMITS } from '../../shared/limits'
import { now } from '../clock'
import { inTransaction, useDb, type Db } from '../db'
import type { FeedRow } from '../db/rows'
import * as sources from '../db/sources'
import { Tracked } from '../db/tracked'
import { webAddress } from '../net/address'
import { meaningOf } from '../net/meanings'
import { askOutside, type Answer } from '../net/outside'
import { problem, ProblemError } from '../problem'
import { runInThread } from '../work/pool'
import type { ReadFeedResult } from '../work/tasks'
import type { Actor } from './actor'
import { healthOf } from './feedHealth'
import { fetchFeed, keep, readAnswer, tellReaders } from './feeds'
import { changeUndoably } from './history'
import { markFeed } from './marking'

/** Feeds named by a page that are tried in turn when the first can't be read. */
const MOST_NAMED = 5

interface Looked {
  answer: Answer
  read: ReadFeedResult
  feeds: FoundSource['feeds']
}

export async function sourcesOfBrand(brandId: string): Promise<Source[]> {
  return (await sources.sourcesOf(await useDb(), brandId)).map((row) => ({
    id: row.id,
    label: row.label,
    feedUrl: row.url,
    homeUrl: row.home_url,
    folder: row.folder,
    folders: JSON.parse(row.folders_json) as string[],
    own: row.own === 1,
    articles: Number(row.articles),
    ...healthOf(row),
    version: row.version,
  }))
}

/** Looks for the feed of an address: the address itself, what its page names, or the usual places. */
export async function look(brandId: string, address: string): Promise<FoundSource> {
  const { answer, read, feeds } = await atField('address', () => lookFor(address))
  const db = await useDb()
  const feed = await sources.feedByUrl(db, answer.lastingUrl)
  const known = feed ? await sources.sourceOfFeed(db, brandId, feed.id) : undefined
  return {
    feeds,
    url: answer.lastingUrl,
    title: read.feed.title ?? new URL(answer.url).hostname,
    homeUrl: read.feed.homeUrl,
    format: read.feed.format,
    newest: read.feed.items.slice(0, 4).map((item) => ({ title: item.title ?? item.url ?? item.id, at: item.publishedAt })),
    known: known?.label ?? null,
  }
}

async function lookFor(address: string): Promise<Looked> {
  const url = webAddress(address)
  const answer = await askOutside(url)
  if (answer.status !== 200) throw problem('httpStatus', url.hostname, answer.status, meaningOf(answer.status))
  const html = new TextDecoder().decode(answer.body)
  if (!isPage(answer, html)) return { answer, read: await readAnswer(answer), feeds: [{ url: answer.lastingUrl, title: null, type: null }] }
  const named = await runInThread('findFeeds', { html, url: answer.url })
  for (const candidate of named.slice(0, MOST_NAMED)) {
    const found = await readCandidate(candidate.url)
    if (found) return { ...found, feeds: named }
  }
  for (const place of usualPlaces(answer.url)) {
    const found = await readCandidate(place)
    if (found) return { ...found, feeds: [{ url: found.answer.lastingUrl, title: null, type: null }] }
  }
  throw problem('noFeedOnPage', url.hostname)
}

const isPage = (answer: Answer, text: string): boolean =>
  /text\/html|application\/xhtml/i.test(answer.headers['content-type'] ?? '') || /^\s*(<!doctype html|<html)/i.test(text)

async function readCandidate(url: string): Promise<Omit<Looked, 'feeds'> | null> {
  try {
    const answer = await askOutside(url)
    return answer.status === 200 ? { answer, read: await readAnswer(answer) } : null
  } catch (error) {
    if (error instanceof ProblemError) return null
    throw error
  }
}

interface SourceInput {
  label: string
  folder: string | null
  own: boolean
}

/** Adds a source by its feed's address; its articles are there when this returns. */
export async function addSource(actor: Actor, input: SourceInput & { feedUrl: string }): Promise<{ id: string; historyId: string }> {
  const { answer, read } = await atField('feedUrl', () => readAt(input.feedUrl))
  const feed = await feedFor(answer.lastingUrl)
  const id = uuid()
  const { historyId } = await changeUndoably(actor, 'source', id, async (db, tracked) => {
    const known = await sources.sourceOfFeed(db, actor.brandId, feed.id)
    if (known) throw problem('knownSource', known.label).at('feedUrl')
    await insertSource(db, tracked, actor, { id, feedId: feed.id, label: input.label, own: input.own, folders: namesIn(input.folder) })
  })
  await bring(feed, answer, read)
  return { id, historyId }
}

/**
 * Adds a source that a file names, by its own title where it has none. One that is a source already gets the folders it lacks. Whether
 * it is new.
 */
export async function addFoundSource(actor: Actor, input: { feedUrl: string; label: string | null; folders: string[] }): Promise<boolean> {
  const known = await sources.feedByUrl(await useDb(), new URL(input.feedUrl).href)
  if (known && (await addFolders(actor, known.id, input.folders))) return false
  const { answer, read } = await readAt(input.feedUrl)
  const feed = await feedFor(answer.lastingUrl)
  if (await addFolders(actor, feed.id, input.folders)) return false
  const label = input.label ?? read.feed.title ?? new URL(feed.url).hostname
  const id = uuid()
  await changeUndoably(actor, 'source', id, (db, tracked) =>
    insertSource(db, tracked, actor, { id, feedId: feed.id, label: label.slice(0, LIMITS.name), own: false, folders: input.folders }),
  )
  await bring(feed, answer, read)
  return true
}

/** Puts the source of a feed into folders it is not in yet. False when the brand has no source of it. */
async function addFolders(actor: Actor, feedId: string, names: string[]): Promise<boolean> {
  const source = await sources.sourceOfFeed(await useDb(), actor.brandId, feedId)
  if (!source) return false
  await inTransaction(async (db) => {
    const has = new Set((await sources.foldersOfSource(db, source.id)).map((link) => link.folder_id))
    for (const name of names) {
      const folder = await sources.folderByName(db, actor.brandId, name)
      if (!folder || !has.has(folder.id)) await putInFolder(db, new Tracked(db), actor.brandId, source.id, name)
    }
  })
  return true
}

async function readAt(address: string): Promise<{ answer: Answer; read: ReadFeedResult }> {
  const url = webAddress(address)
  const answer = await askOutside(url)
  if (answer.status !== 200) throw problem('httpStatus', url.hostname, answer.status, meaningOf(answer.status))
  return { answer, read: await readAnswer(answer) }
}

async function insertSource(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  given: { id: string; feedId: string; label: string; own: boolean; folders: string[] },
): Promise<void> {
  const row = { brand_id: actor.brandId, feed_id: given.feedId, label: given.label, own: given.own ? 1 : 0, created_at: now(), removed_at: null, version: 1 }
  await tracked.insert('sources', { id: given.id }, row)
  for (const folder of given.folders) await putInFolder(db, tracked, actor.brandId, given.id, folder)
}

/** Keeps what a new source's feed holds, and marks it with the brand's watches. */
async function bring(feed: FeedRow, answer: Answer, read: ReadFeedResult): Promise<void> {
  await keep(feed, answer, read)
  await markFeed(feed)
  await tellReaders(feed.id, 'article')
}

/** Folders as a person types them: several with commas between. */
const namesIn = (text: string | null): string[] => [...new Set((text ?? '').split(',').flatMap((name) => name.trim() || []))]

function feedFor(url: string): Promise<FeedRow> {
  return inTransaction(async (db) => {
    if (!(await sources.feedByUrl(db, url))) await sources.insertFeed(db, { id: uuid(), url, host: new URL(url).host, next_fetch_at: now() + MINUTE })
    return (await sources.feedByUrl(db, url))!
  })
}

export async function editSource(actor: Actor, id: string, input: SourceInput & { version: number }): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'source', id, async (db, tracked) => {
    const row = await sources.sourceById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.version !== input.version) throw problem('stale')
    await tracked.update('sources', { id }, { label: input.label, own: input.own ? 1 : 0, version: row.version + 1 })
    for (const link of await sources.foldersOfSource(db, id)) await tracked.remove('source_folders', { source_id: id, folder_id: link.folder_id })
    for (const folder of namesIn(input.folder)) await putInFolder(db, tracked, actor.brandId, id, folder)
  })
  return { historyId }
}

export async function removeSource(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'source', id, async (db, tracked) => {
    if (!(await sources.sourceById(db, actor.brandId, id))) throw problem('notFound')
    await tracked.update('sources', { id }, { removed_at: now() })
  })
  return { historyId }
}

/** Fetches a source's feed now, whatever its turn. */
export async function fetchNow(brandId: string, id: string): Promise<void> {
  const db = await useDb()
  const row = await sources.sourceById(db, brandId, id)
  const feed = row && (await sources.feedById(db, row.feed_id))
  if (!feed) throw problem('notFound')
  await fetchFeed(feed)
  await tellReaders(feed.id, 'source')
}

async function putInFolder(db: Db, tracked: Tracked, brandId: string, sourceId: string, name: string): Promise<void> {
  const known = await sources.folderByName(db, brandId, name)
  const folderId = known?.id ?? uuid()
  if (!known) await tracked.insert('folders', { id: folderId }, { brand_id: brandId, name })
  await tracked.insert('source_folders', { source_id: sourceId, folder_id: folderId }, {})
}

/** Says a refusal at the field whose address caused it. */
async function atField<T>(field: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    throw error instanceof ProblemError ? error.at(field) : error
  }
}
