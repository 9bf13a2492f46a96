import { configure, TextReader, Uint8ArrayReader, ZipWriter } from '@zip.js/zip.js'
import {
  FORMAT,
  FORMAT_VERSION,
  MANIFEST,
  pictureFile,
  type ArchivePart,
  type Manifest,
} from '#shared/archives/format'
import { LIMITS } from '#shared/platform/limits'
import { VERSION } from '#shared/platform/version'
import { toInstant } from '#core/instant'
import { pictureColumn, type Archived } from '#server/platform/archive/kinds'
import { now } from '#server/platform/clock'
import { openSnapshot, type Snapshot } from '#server/platform/db/sqlite/snapshot'
import type { Values } from '#server/platform/db/tables'
import { writeRow } from './readRows'
import { ARCHIVED } from './tables'

// What compresses is the machine's own (zlib, in threads), so no worker is needed for it.
configure({ useWebWorkers: false })

/** A part is closed once it has so many characters; it is read whole, and a row is never cut. */
const PART_CHARACTERS = 500_000

/** Writes a brand as it is at this moment into a ZIP, to wherever its bytes go, as fast as they are taken. */
export async function writeArchive(brandId: string, to: WritableStream): Promise<void> {
  const data = openSnapshot()
  try {
    const zip = new ZipWriter(to)
    const parts: ArchivePart[] = []
    for (const archived of ARCHIVED) {
      for (const { rows, text } of partsOf(data, archived, brandId)) {
        const file = `rows/${archived.table.name}-${parts.length + 1}.json`
        parts.push({ table: archived.table.name, file, rows })
        await zip.add(file, new TextReader(text))
      }
    }
    for (const archived of ARCHIVED) await addPictures(zip, data, archived, brandId)
    await zip.add(MANIFEST, new TextReader(JSON.stringify(manifestOf(data, brandId, parts), null, 2)))
    await zip.close()
  } finally {
    data.close()
  }
}

const columnsOf = ({ table, kinds }: Archived): string =>
  Object.keys(table.columns)
    .filter((name) => kinds[name]?.is !== 'picture' && kinds[name]?.is !== 'left')
    .join(', ')

/** Rows of a table as texts of JSON, a line for each row. */
function* partsOf(
  data: Snapshot,
  archived: Archived,
  brandId: string,
): Generator<{ rows: number; text: string }> {
  let [lines, characters]: [string[], number] = [[], 0]
  const most = pictureColumn(archived) ? LIMITS.archivePictureRows : LIMITS.archivePartRows
  const part = (): { rows: number; text: string } => ({
    rows: lines.length,
    text: `[\n${lines.join(',\n')}\n]\n`,
  })
  const sql = `SELECT ${columnsOf(archived)} FROM ${archived.table.name} WHERE ${archived.which}`
  for (const row of data.rows(sql, { brand: brandId })) {
    const line = JSON.stringify(writeRow(archived, row))
    lines.push(line)
    characters += line.length
    if (characters < PART_CHARACTERS && lines.length < most) continue
    yield part()
    ;[lines, characters] = [[], 0]
  }
  if (lines.length > 0) yield part()
}

async function addPictures(
  zip: ZipWriter<unknown>,
  data: Snapshot,
  archived: Archived,
  brandId: string,
): Promise<void> {
  const column = pictureColumn(archived)
  if (!column) return
  const columns = [...archived.key, column].join(', ')
  const sql = `SELECT ${columns} FROM ${archived.table.name} WHERE ${archived.which}`
  for (const row of data.rows(sql, { brand: brandId })) {
    // JPEG and PNG are compressed already.
    const content = new Uint8ArrayReader(row[column] as Buffer)
    await zip.add(fileOf(archived, row), content, { level: 0 })
  }
}

const fileOf = ({ table, key }: Archived, row: Values): string =>
  pictureFile(
    table.name,
    key.map((name) => row[name] as string),
  )

function manifestOf(data: Snapshot, brandId: string, parts: ArchivePart[]): Manifest {
  const given = { brand: brandId }
  const [brand] = [...data.rows('SELECT name FROM brands WHERE id = @brand', given)]
  const people = `SELECT people.id, people.name FROM people JOIN members ON members.person_id = people.id
    WHERE members.brand_id = @brand ORDER BY people.id`
  return {
    format: FORMAT,
    version: FORMAT_VERSION,
    product: VERSION,
    madeAt: toInstant(now()),
    brand: String(brand?.['name']),
    people: [...data.rows(people, given)] as { id: string; name: string }[],
    parts,
  }
}
