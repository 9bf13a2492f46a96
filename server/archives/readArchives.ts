import { DAY, madeAtOf } from '#core/instant'
import type { ArchivePart } from '#shared/archives/format'
import { isListOf, isNumber, isShape, isText, readJson } from '#shared/platform/json'
import { LIMITS } from '#shared/platform/limits'
import { note } from '#shared/messages'
import { addMember, brandsOf, showBrand } from '#server/people'
import { announce } from '#server/platform/changes/announce'
import { now, realNow } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { storeMessages } from '#server/platform/db/messages'
import { runInThread, TaskStopped } from '#server/platform/jobs/pool'
import { log } from '#server/platform/log'
import { faultsOf } from './archives'
import { fileOfArchive, filesThere, isThere, removeFile } from './folder'
import { placeRows, withoutBadPictures } from './placing'
import * as store from './queries/archives'
import type { RowsRead } from './readRows'
import type { ArchiveRow } from './rows'
import { archivedNamed } from './tables'
import { readPartTask } from './tasks'

const isParts = isListOf(isShape<ArchivePart>({ table: isText, file: isText, rows: isNumber }))

/** Whether files may lie there that are needed no more: as the process starts, and once one was read. */
let isUntidy = true

/** Reads a part of each archive that is being read. Gives how many have more to read. */
export async function archivesRound(): Promise<number> {
  let going = 0
  for (const archive of await store.archivesAtWork(await useDb())) {
    isUntidy = true
    if (await readSome(archive)) going++
  }
  if (going === 0 && isUntidy) await removeOldFiles()
  return going
}

/** One that no archive is known for may be only coming in; a day later it was given up. */
async function removeOldFiles(): Promise<void> {
  isUntidy = false
  const db = await useDb()
  for (const id of await filesThere()) {
    const row = await store.anyArchive(db, id)
    const isOver = row ? row.state !== 'reading' : madeAtOf(id) < realNow() - DAY
    if (isOver) await removeFile(id)
  }
}

/** Reads the next part of an archive. Whether there are more. */
async function readSome(archive: ArchiveRow): Promise<boolean> {
  const parts = readJson(archive.parts_json, isParts)
  const part = parts[archive.done]
  if (!part) {
    await end(archive)
    return false
  }
  const archived = archivedNamed(part.table)!
  if (!(await isThere(archive.id))) return inTransaction((db) => fail(db, archive, 'archive.file-gone'))
  const read = await withoutBadPictures(archived, await readPart(archive, part))
  return inTransaction(async (db) => {
    // Stopped meanwhile, nothing more of it is stored.
    if ((await store.anyArchive(db, archive.id))?.state !== 'reading') return false
    const { stored, faults } = await placeRows(db, archive, archived, read)
    if (part.table === 'brands' && stored === 0) return fail(db, archive, 'archive.no-brand')
    const told = [...faultsOf(archive), ...faults.map((fault) => ({ file: part.file, ...fault }))]
    await store.updateArchive(db, archive.id, {
      done: archive.done + 1,
      stored: archive.stored + stored,
      left_out: archive.left_out + faults.length,
      faults_json: JSON.stringify(told.slice(0, LIMITS.archiveFaults)),
    })
    return true
  })
}

/** Rows of a part; where it can't be read, each of them is one that is left out. */
async function readPart(archive: ArchiveRow, { table, file, rows }: ArchivePart): Promise<RowsRead> {
  const reader = {
    salt: archive.salt,
    brandId: archive.brand_id,
    personId: archive.person_id,
    at: now(),
  }
  const path = fileOfArchive(archive.id)
  const input = { path, table, file, reader }
  const read = await runInThread('file', [`person:${archive.person_id}`], readPartTask, input).catch(
    (error: unknown) => {
      if (!(error instanceof TaskStopped))
        log.warn({ error, file }, 'A part of an archive could not be read.')
      return null
    },
  )
  const lost = Math.min(Math.max(rows, 1), LIMITS.archivePartRows)
  return read ?? { rows: [], faults: Array.from({ length: lost }, (_, at) => ({ row: at + 1, column: '' })) }
}

async function fail(
  db: Db,
  archive: ArchiveRow,
  code: 'archive.no-brand' | 'archive.file-gone',
): Promise<false> {
  await store.updateArchive(db, archive.id, {
    ...{ state: 'failed', ended_at: now(), message: storeMessages([note(code)]) },
  })
  await store.forgetIds(db, archive.id)
  return false
}

/** All is read: the brand is seen, by whoever brought it. */
async function end(archive: ArchiveRow): Promise<void> {
  await inTransaction(async (db) => {
    if ((await store.anyArchive(db, archive.id))?.state !== 'reading') return
    if (archive.stored === 0) return void (await fail(db, archive, 'archive.no-brand'))
    const others = (await brandsOf(db, archive.person_id)).map(({ name }) => name)
    const name = nameBeside(archive.brand_name, others)
    await showBrand(db, archive.brand_id, name)
    await addMember(db, archive.brand_id, archive.person_id, 'owner')
    await store.updateArchive(db, archive.id, { state: 'ended', ended_at: now(), brand_name: name })
    await store.forgetIds(db, archive.id)
    await announce(db, null, 'brand', archive.brand_id)
  })
  await removeFile(archive.id)
}

/** A brand's name, with a number where whoever brings it has one of that name. */
function nameBeside(name: string, others: string[]): string {
  for (let number = 1; ; number++) {
    const tried = number === 1 ? name : `${name} (${number})`
    if (!others.includes(tried)) return tried
  }
}
