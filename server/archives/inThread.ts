import { FORMAT_VERSION, isManifest, MANIFEST, pictureFile } from '#shared/archives/format'
import { parseJson } from '#shared/platform/json'
import { LIMITS } from '#shared/platform/limits'
import { pictureColumn, type Archived } from '#server/platform/archive/kinds'
import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import { readRows, type Reader, type RowsRead } from './readRows'
import { archivedNamed } from './tables'
import { openArchiveTask, readPartTask, type Opened } from './tasks'
import { withZip, type ZipFile } from './zipFile'

export const archivesInThread: InThread[] = [
  inThread(openArchiveTask, ({ path }) => openArchive(path)),
  inThread(readPartTask, readPart),
]

async function jsonAt(zip: ZipFile, file: string): Promise<unknown> {
  const bytes = await zip.bytes(file, LIMITS.archivePartCharacters)
  try {
    return bytes === null ? null : parseJson(new TextDecoder('utf-8', { fatal: true }).decode(bytes))
  } catch {
    return null
  }
}

async function openArchive(path: string): Promise<Opened> {
  try {
    const manifest = await withZip(path, (zip) => jsonAt(zip, MANIFEST))
    if (!isManifest(manifest) || manifest.brand.trim() === '') return null
    return manifest.version > FORMAT_VERSION ? 'newer' : manifest
  } catch {
    return null
  }
}

interface Part {
  path: string
  table: string
  file: string
  reader: Reader
}

async function readPart({ path, table, file, reader }: Part): Promise<RowsRead | null> {
  const archived = archivedNamed(table)
  if (!archived) return null
  return withZip(path, async (zip) => {
    const given = await jsonAt(zip, file)
    const most = pictureColumn(archived) ? LIMITS.archivePictureRows : LIMITS.archivePartRows
    if (!Array.isArray(given) || given.length > most) return null
    const read = readRows(archived, given, reader)
    return pictureColumn(archived) ? withPictures(zip, archived, given, read) : read
  })
}

/** Puts the pictures' contents into their rows; a row whose picture is not there is left out. */
async function withPictures(
  zip: ZipFile,
  archived: Archived,
  given: readonly unknown[],
  read: RowsRead,
): Promise<RowsRead> {
  const column = pictureColumn(archived)!
  const whole: RowsRead = { rows: [], faults: read.faults }
  let room = LIMITS.archivePartPictures
  for (const row of read.rows) {
    const raw = given[row.at - 1] as object
    const key = archived.key.map((name) => String(Reflect.get(raw, name)))
    const content = await zip.bytes(pictureFile(archived.table.name, key), Math.min(room, LIMITS.uploadBytes))
    room -= content?.length ?? 0
    if (content === null) whole.faults.push({ row: row.at, column })
    else whole.rows.push({ at: row.at, values: { ...row.values, [column]: content as Buffer } })
  }
  return whole
}
