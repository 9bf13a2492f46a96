import { note, say } from '#shared/messages'
import { messagesOf, storeMessages } from '#server/platform/db/messages'
import { type SourceMessages, saySource } from '#shared/sources/messages'
import { problemsIn } from '#server/platform/db/columns'
import { readTexts } from '#shared/platform/json'
import { readOpmlTask } from './tasks'
import { v7 as uuid } from 'uuid'
import { FormatError, writeOpml, type OpmlSource, type Read } from '#core/formats'
import type { ImportView } from '#shared/sources/types'
import type { Undoable } from '#shared/platform/types'
import { LIMITS } from '#shared/platform/limits'
import { now } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import { brandById, roleOf } from '#server/people'
import * as store from './queries/imports'
import type { ImportItemRow, ImportRow } from './rows'
import { sourceById } from './queries/sources'
import { log } from '#server/platform/log'
import { problem, ProblemError } from '#server/platform/http/problem'
import { runInThread, TaskStopped } from '#server/platform/jobs/pool'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { changeUndoably } from '#server/platform/changes/history'
import { addFoundSource, putInFolders } from './sources'
import { sourcesOfBrand } from './sourceList'

const AT_ONCE = 8
const MOST_FAILURES_SHOWN = 200

/** Takes an OPML file: its sources are added one after another in the background. Gives how it stands. */
export async function startImport(actor: Actor, opml: string): Promise<ImportView> {
  const { rows, problems } = await read(actor.brandId, opml)
  const left = rows.length - LIMITS.opmlSources
  if (left > 0)
    problems.push({
      line: 1,
      message: {
        code: 'source.too-many' satisfies keyof SourceMessages,
        params: { sources: rows.length, most: LIMITS.opmlSources },
      },
    })
  const id = uuid()
  await inTransaction(async (db) => {
    const row = {
      id,
      brand_id: actor.brandId,
      created_by: actor.personId,
      created_at: now(),
      problems_json: JSON.stringify(problems.slice(0, MOST_FAILURES_SHOWN)),
      stopped_at: null,
    }
    const items = rows.slice(0, LIMITS.opmlSources).map((row, position) => ({
      import_id: id,
      position,
      url: row.url,
      title: row.title?.slice(0, LIMITS.name) ?? null,
      folders_json: JSON.stringify(row.folders),
      state: 'waiting' as const,
      message: null,
      source_id: null,
    }))
    await store.insertImport(db, row, items)
  })
  return viewOf((await store.importById(await useDb(), actor.brandId, id))!)
}

async function read(brandId: string, opml: string): Promise<Read<OpmlSource>> {
  try {
    return await runInThread('person', [`brand:${brandId}`], readOpmlTask, opml)
  } catch (error) {
    if (error instanceof TaskStopped) throw problem('notOpml', error.message, 1).at('opml')
    throw error instanceof FormatError
      ? problem('notOpml', saySource(error.detail), error.line).at('opml')
      : error
  }
}

/** The latest import of a brand; null when it never had one. */
export async function latestImport(brandId: string): Promise<ImportView | null> {
  const row = await store.latestImport(await useDb(), brandId)
  return row ? viewOf(row) : null
}

const STOPPED = storeMessages([note('source.stopped')])

/** Stops an import; what was added stays. */
export async function stopImport(brandId: string, id: string): Promise<ImportView> {
  await inTransaction(async (db) => {
    if (!(await store.importById(db, brandId, id))) throw problem('notFound')
    await store.stopImport(db, id, now(), STOPPED)
  })
  return viewOf((await store.importById(await useDb(), brandId, id))!)
}

/** Tries those once more that could not be added. */
export async function tryAgain(brandId: string, id: string): Promise<ImportView> {
  const row = await inTransaction(async (db) => {
    const found = await store.importById(db, brandId, id)
    if (!found) throw problem('notFound')
    await store.waitAgain(db, id)
    return store.importById(db, brandId, id)
  })
  return viewOf(row!)
}

/** Removes the sources that a file brought, as one change. What was known before stays. */
export async function takeBack(actor: Actor, id: string): Promise<Undoable & { count: number }> {
  const { result, historyId } = await changeUndoably(actor, 'source', id, async (db, tracked) => {
    if (!(await store.importById(db, actor.brandId, id))) throw problem('notFound')
    await store.stopImport(db, id, now(), STOPPED)
    const ids = (await store.itemsIn(db, id, 'added')).flatMap(({ source_id }) => source_id ?? [])
    let count = 0
    for (const sourceId of ids) {
      if (!(await sourceById(db, actor.brandId, sourceId))) continue
      await tracked.update('sources', { id: sourceId }, { removed_at: now() })
      count++
    }
    return count
  })
  return { historyId, count: result }
}

/** Puts the sources that were known already into the folders they have in the file, beside their own. */
export async function takeFolders(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'source', id, async (db, tracked) => {
    if (!(await store.importById(db, actor.brandId, id))) throw problem('notFound')
    for (const { source_id, folders_json } of await store.itemsIn(db, id, 'known')) {
      const source = source_id === null ? undefined : await sourceById(db, actor.brandId, source_id)
      if (source) await putInFolders(db, tracked, actor.brandId, source.id, readTexts(folders_json))
    }
  })
  return { historyId }
}

async function viewOf(row: ImportRow): Promise<ImportView> {
  const db = await useDb()
  const counts = await store.countItems(db, row.id)
  const of = (state: ImportItemRow['state']): number => counts.get(state) ?? 0
  return {
    id: row.id,
    total: [...counts.values()].reduce((sum, count) => sum + count, 0),
    added: of('added'),
    known: of('known'),
    withFolders: (await store.itemsIn(db, row.id, 'known')).filter(
      ({ folders_json, source_id }) => source_id !== null && folders_json !== '[]',
    ).length,
    standing: await store.countStanding(db, row.id),
    notAdded: of('failed'),
    failed: (await store.failedItems(db, row.id, MOST_FAILURES_SHOWN)).map(({ title, url, message }) => ({
      title,
      url,
      message: say(messagesOf(message)),
    })),
    waiting: row.stopped_at === null ? of('waiting') : 0,
    stopped: row.stopped_at !== null,
    problems: problemsIn(row.problems_json).map(({ line, message }) => ({
      line,
      message: saySource(message),
    })),
  }
}

/** Adds some of the sources that wait to be read in. Gives how many. */
export async function importingRound(): Promise<number> {
  const items = await store.waitingItems(await useDb(), AT_ONCE)
  await Promise.all(items.map(importOne))
  return items.length
}

async function importOne(item: Awaited<ReturnType<typeof store.waitingItems>>[number]): Promise<void> {
  const db = await useDb()
  const role = await roleOf(db, item.brand_id, item.created_by)
  const settle = async (patch: Partial<ImportItemRow>): Promise<void> => {
    await inTransaction(async (transaction) => {
      await store.updateItem(transaction, item.import_id, item.position, patch)
      await announce(transaction, item.brand_id, 'import', item.import_id)
    })
  }
  if (!role || role === 'client')
    return settle({ state: 'failed', message: storeMessages([note('source.may-not-add')]) })
  try {
    const actor = { personId: item.created_by, brandId: item.brand_id, role }
    const { id, isNew } = await addFoundSource(actor, {
      feedUrl: item.url,
      label: item.title,
      folders: readTexts(item.folders_json),
    })
    await settle({ state: isNew ? 'added' : 'known', message: null, source_id: id })
  } catch (error) {
    if (!(error instanceof ProblemError))
      log.error({ error, url: item.url }, 'A source could not be read in.')
    await settle({
      state: 'failed',
      message: storeMessages([error instanceof ProblemError ? error.reason : note('source.not-added')]),
    })
  }
}

/** A brand's sources as an OPML file. */
export async function exportOpml(brandId: string): Promise<{ name: string; opml: string }> {
  const brand = await brandById(await useDb(), brandId)
  if (!brand) throw problem('notFound')
  // A mailing list's address is a secret, and no feed.
  const sources = (await sourcesOfBrand(brandId, 'client')).filter(({ kind }) => kind === 'web')
  const opml = writeOpml(
    brand.name,
    sources.map((source) => ({
      url: source.feedUrl,
      title: source.label,
      homeUrl: source.homeUrl,
      folders: source.folders,
    })),
  )
  return { name: brand.name, opml }
}
