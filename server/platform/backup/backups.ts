import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { note } from '#shared/messages'
import { storeMessages } from '#server/platform/db/messages'
import { realNow } from '../clock'
import { migrationSource } from '../db/migrations'
import { openDb } from '../db/sqlite/open'
import {
  copyLive,
  isInUse,
  makeCareful,
  migrationsOf,
  troubleOf,
  type RestoredCounts,
} from '../db/sqlite/backup'
import { settings } from '../settings'

const NAME = /^quill-\d{4}-\d{2}-\d{2}T\d{2}-\d{2}-\d{2}\.sqlite$/

const dataFile = (): string => join(settings().dataDir, 'quill.sqlite')
const stamp = (): string => new Date(realNow()).toISOString().slice(0, 19).replaceAll(':', '-')

/**
 * Keeps a copy of the data as it is now, beside those before; the oldest go when there are too many. Gives
 * its file.
 */
export async function backUp(to?: string): Promise<string> {
  const { backupDir, backupKeep } = settings()
  const file = to ?? join(backupDir, `quill-${stamp()}.sqlite`)
  if (!to) mkdirSync(backupDir, { recursive: true })
  await copyLive(dataFile(), file)
  if (!to)
    for (const old of backupsIn(backupDir).slice(0, -backupKeep))
      rmSync(join(backupDir, old), { force: true })
  return file
}

/** The backups in a folder, oldest first. */
export const backupsIn = (folder: string): string[] =>
  existsSync(folder)
    ? readdirSync(folder)
        .filter((name) => NAME.test(name))
        .sort()
    : []

export interface Restored extends RestoredCounts {
  /** Where the data that was there before is now; null where there was none. */
  before: string | null
}

/**
 * Puts a backup in the place of the data. Throws a sentence where that would harm: the file is not sound, not
 * ours or from a newer release, or the application runs. Everything is on hold afterwards: what went out
 * since the backup is not known to it.
 */
export async function restore(from: string): Promise<Restored> {
  if (!existsSync(from)) throw new Error(`There is no file ${from}.`)
  const target = dataFile()
  mkdirSync(settings().dataDir, { recursive: true })
  const part = `${target}.part`
  copyFileSync(from, part)
  try {
    const trouble = troubleOf(part)
    if (trouble !== null)
      throw new Error(`${from} is not a sound data file: ${trouble}. Nothing was changed.`)
    const done = migrationsOf(part)
    if (done === null) throw new Error(`${from} is not a data file of Clear Quill. Nothing was changed.`)
    const known = new Set((await migrationSource.getMigrations([])).map(({ name }) => name))
    if (done.some((name) => !known.has(name)))
      throw new Error(`${from} is from a newer release than this one. Nothing was changed.`)
    if (isInUse(target)) throw new Error('The application is running: stop it first. Nothing was changed.')
    await bringUp(part)
    const counts = makeCareful(
      part,
      storeMessages([
        note('delivery.restored-hold', { day: new Date(realNow()).toISOString().slice(0, 10) }),
      ]),
      storeMessages([note('delivery.restored')]),
      realNow(),
    )
    const before = existsSync(target) ? `${target}.before-${stamp()}` : null
    if (before) renameSync(target, before)
    for (const left of [`${target}-wal`, `${target}-shm`]) rmSync(left, { force: true })
    renameSync(part, target)
    return { ...counts, before }
  } finally {
    for (const left of ['', '-wal', '-shm']) rmSync(`${part}${left}`, { force: true })
  }
}

/** A backup of an earlier release is brought to this one's form. */
async function bringUp(file: string): Promise<void> {
  const last = migrationsOf(file)?.at(-1)
  await (await openDb(file)).destroy()
  rmSync(`${file}.${last}`, { force: true })
}
