import { safeHtml } from '#core/feed/html'
import { parseJson } from '#shared/platform/json'
import type { Archived, Kind } from '#server/platform/archive/kinds'
import { kindOf } from '#server/platform/archive/kinds'
import type { Column, SqlValue, Values } from '#server/platform/db/tables'
import { codeAnew, idAnew, isId, keyAnew, withIdsAnew } from './anew'

/** For whom rows are read. */
export interface Reader {
  salt: string
  brandId: string
  personId: string
  /** Now, in milliseconds. */
  at: number
}

/** A row of a part that is not as it should be: its place from 1, and the column. */
export interface RowFault {
  row: number
  column: string
}

/** Rows of a part as they may be stored, and those that may not. Pictures' contents are put in later. */
export interface RowsRead {
  rows: { at: number; values: Values }[]
  faults: RowFault[]
}

class Fault extends Error {}

/** Reads rows of a table as an archive holds them. Pure but for what `mend` draws. */
export function readRows(archived: Archived, given: readonly unknown[], reader: Reader): RowsRead {
  const read: RowsRead = { rows: [], faults: [] }
  for (const [index, row] of given.entries()) {
    const at = index + 1
    try {
      read.rows.push({ at, values: readRow(archived, row, reader) })
    } catch (error) {
      read.faults.push({ row: at, column: error instanceof Fault ? error.message : '' })
    }
  }
  return read
}

function readRow(archived: Archived, row: unknown, reader: Reader): Values {
  if (typeof row !== 'object' || row === null) throw new Fault('')
  const values: Values = {}
  for (const [name, column] of Object.entries(archived.table.columns)) {
    const kind = kindOf(archived, name)
    if (kind?.is === 'left') values[name] = kind.value
    else if (kind?.is === 'brand') values[name] = reader.brandId
    else if (kind?.is !== 'picture') {
      const given: unknown = Object.hasOwn(row, name) ? Reflect.get(row, name) : null
      if (given === null && !column.isNullable) throw new Fault(name)
      values[name] = given === null ? null : valueOf(name, column, kind, given, row, reader)
    }
  }
  return archived.mend(values, reader.at)
}

function valueOf(
  name: string,
  column: Column<unknown>,
  kind: Kind | null,
  given: unknown,
  row: object,
  reader: Reader,
): SqlValue {
  if (kind?.is === 'json') return jsonOf(name, kind, given, reader.salt)
  if (!isOfType(column.type, given)) throw new Fault(name)
  if (typeof given === 'number' && INSTANT.test(name) && Math.abs(given) > FARTHEST_MS) throw new Fault(name)
  switch (kind?.is) {
    case 'id':
      if (!isId(given)) throw new Fault(name)
      return idAnew(reader.salt, given)
    case 'row':
      return isId(given) ? idAnew(reader.salt, given) : codeAnew(reader.salt, String(given))
    case 'person':
      return reader.personId
    case 'code':
      return codeAnew(reader.salt, String(given))
    case 'key':
      return keyAnew(reader.salt, String(given))
    case 'html':
      return safeHtml(String(given), String(Reflect.get(row, 'url') ?? ''))
    case 'checked':
      if (!isRight(kind, given)) throw new Fault(name)
      return given
    default:
      return given
  }
}

function isRight(kind: Extract<Kind, { is: 'checked' }>, given: string | number): boolean {
  try {
    return kind.isRight(given)
  } catch {
    return false
  }
}

/** Columns that hold instants, and how far from 1970 one may lie to be any (ECMA-262 §21.4.1.1). */
const INSTANT = /(?:^|_)(?:at|until|since|hour)$/
const FARTHEST_MS = 8.64e15

/** Half of a pair of surrogates: no text of Unicode has one. */
const LONE = /\p{Surrogate}/u

const isOfType = (type: Column<unknown>['type'], value: unknown): value is string | number => {
  if (type === 'TEXT') return typeof value === 'string' && !LONE.test(value)
  return type === 'INTEGER' ? Number.isSafeInteger(value) : type === 'REAL' && Number.isFinite(value)
}

function jsonOf(
  name: string,
  { read, ids }: Extract<Kind, { is: 'json' }>,
  given: unknown,
  salt: string,
): string {
  const text = JSON.stringify(withIdsAnew(given, ids, salt))
  try {
    read(text)
  } catch {
    throw new Fault(name)
  }
  return text
}

/** A row as an archive holds it, by its columns. */
export interface WrittenRow {
  [column: string]: unknown
}

/** A row as an archive holds it: without what is left out, JSON as itself. */
export function writeRow(archived: Archived, row: Values): WrittenRow {
  const written: WrittenRow = {}
  for (const name of Object.keys(archived.table.columns)) {
    const kind = kindOf(archived, name)
    const value = row[name] ?? null
    if (kind?.is === 'left' || kind?.is === 'brand' || kind?.is === 'picture') continue
    written[name] = kind?.is === 'json' && typeof value === 'string' ? parseJson(value) : value
  }
  return written
}
