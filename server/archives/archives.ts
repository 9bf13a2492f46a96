import { randomBytes } from 'node:crypto'
import type { H3Event } from 'h3'
import { v7 as uuid } from 'uuid'
import { toInstant } from '#core/instant'
import type { Manifest } from '#shared/archives/format'
import type { ArchiveFault, ArchiveView } from '#shared/archives/types'
import { say } from '#shared/messages'
import { isListOf, isNumber, isShape, isText, readJson } from '#shared/platform/json'
import { LIMITS } from '#shared/platform/limits'
import { mayFound } from '#server/people'
import { now } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import { messagesOf } from '#server/platform/db/messages'
import { saveBody } from '#server/platform/http/body'
import { problem } from '#server/platform/http/problem'
import { runInThread } from '#server/platform/jobs/pool'
import { fileOfArchive, makeFolder, removeFile } from './folder'
import * as store from './queries/archives'
import type { ArchiveRow } from './rows'
import { ARCHIVED } from './tables'
import { openArchiveTask } from './tasks'

/** Archives that the list has. */
const LISTED = 10
const NAME = 200

/** People whose archive is just coming in: one at a time each. */
const coming = new Set<string>()

/**
 * Takes an archive of a brand in and begins to read it. Throws `mayNotFound`, `archiveBusy`, `tooBig`,
 * `noArchive` and `newerArchive`.
 */
export async function takeArchive(personId: string, event: H3Event, fileName: string): Promise<ArchiveView> {
  const db = await useDb()
  if (!(await mayFound(db, personId))) throw problem('mayNotFound')
  const isBusy = (await store.archivesOf(db, personId, 1)).some(({ state }) => state === 'reading')
  if (isBusy || coming.has(personId)) throw problem('archiveBusy')
  coming.add(personId)
  const id = uuid()
  try {
    await makeFolder()
    await saveBody(event, fileOfArchive(id), LIMITS.archiveBytes)
    const row = rowOf(id, personId, fileName, await opened(personId, id))
    await inTransaction((inner) => store.insertArchive(inner, row))
  } catch (error) {
    await removeFile(id)
    throw error
  } finally {
    coming.delete(personId)
  }
  return viewOf((await store.archiveById(db, personId, id))!)
}

async function opened(personId: string, id: string): Promise<Manifest> {
  const manifest = await runInThread('file', [`person:${personId}`], openArchiveTask, {
    path: fileOfArchive(id),
  })
  if (manifest === null) throw problem('noArchive')
  if (manifest === 'newer') throw problem('newerArchive')
  return manifest
}

function rowOf(id: string, personId: string, fileName: string, manifest: Manifest) {
  const known = ARCHIVED.flatMap(({ table }) => manifest.parts.filter((part) => part.table === table.name))
  return {
    id,
    person_id: personId,
    brand_id: uuid(),
    brand_name: manifest.brand.slice(0, LIMITS.name),
    file_name: fileName.slice(0, NAME),
    salt: randomBytes(32).toString('hex'),
    state: 'reading' as const,
    parts_json: JSON.stringify(known.map(({ table, file, rows }) => ({ table, file, rows }))),
    total: known.reduce((sum, { rows }) => sum + Math.max(0, rows), 0),
    created_at: now(),
  }
}

/** The archives a person had read, newest first. */
export const archivesOf = async (personId: string): Promise<ArchiveView[]> =>
  (await store.archivesOf(await useDb(), personId, LISTED)).map(viewOf)

/** Stops reading an archive; nothing of it is ever seen. Throws `notFound`. */
export async function stopArchive(personId: string, id: string): Promise<ArchiveView> {
  const row = await inTransaction(async (db) => {
    const archive = await store.archiveById(db, personId, id)
    if (!archive) throw problem('notFound')
    if (archive.state !== 'reading') return archive
    await store.updateArchive(db, id, { state: 'stopped', ended_at: now() })
    await store.forgetIds(db, id)
    return (await store.archiveById(db, personId, id))!
  })
  await removeFile(id)
  return viewOf(row)
}

const isFaults = isListOf(isShape<ArchiveFault>({ file: isText, row: isNumber, column: isText }))
export const faultsOf = (row: Pick<ArchiveRow, 'faults_json'>): ArchiveFault[] =>
  readJson(row.faults_json, isFaults)

const viewOf = (row: ArchiveRow): ArchiveView => ({
  id: row.id,
  brandId: row.brand_id,
  brandName: row.brand_name,
  fileName: row.file_name,
  at: toInstant(row.created_at),
  state: row.state,
  total: row.total,
  stored: row.stored,
  leftOut: row.left_out,
  faults: faultsOf(row),
  message: say(messagesOf(row.message)),
})
