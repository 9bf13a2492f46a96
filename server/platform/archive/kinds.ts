import type { SqlValue, Table, Values } from '#server/platform/db/tables'
import { readTexts } from '#shared/platform/json'

// What a subject says of its tables for the archive of a whole brand: which rows are the brand's, and what
// each column is, so that a row of a foreign file is checked before it is anybody's. What is said here runs
// in threads too.

/** What stands in a column beyond its type. */
export type Kind =
  /** An id that is made anew as an archive is read; what it names need not be in the archive. */
  | { is: 'id' }
  /** The brand itself: written nowhere, since all is the same one's. */
  | { is: 'brand' }
  /** A row that must be there, or its own is left out; where `isLoose`, the column is emptied instead. */
  | { is: 'row'; of: string; key: string; isLoose: boolean }
  /** A person: whoever reads the archive takes their place. */
  | { is: 'person' }
  /** The code of a short link, made anew. */
  | { is: 'code' }
  /** A key that nobody but this product reads, made anew. */
  | { is: 'key' }
  | { is: 'checked'; isRight: (value: string | number) => boolean; schema: object }
  /** JSON; under `ids` it holds ids: as elements and names at its top, or under these names at any depth. */
  | { is: 'json'; read: (text: string) => unknown; ids: 'top' | readonly string[]; schema: object }
  /** HTML, which is made safe anew. */
  | { is: 'html' }
  /** A picture's content, which lies beside. */
  | { is: 'picture' }
  /** Not in the archive; what stands there once it is read. */
  | { is: 'left'; value: SqlValue }

/** A table as an archive holds it. */
export interface Archived {
  table: Table
  /** Columns that tell its rows apart. */
  key: readonly string[]
  /** Which of its rows are a brand's: a condition of SQL with the brand's id as `@brand`. */
  which: string
  kinds: Readonly<Record<string, Kind>>
  /** What else becomes of a row that was read. `at`: now, in milliseconds. */
  mend: (row: Values, at: number) => Values
}

interface Given {
  key?: readonly string[]
  which?: string
  kinds: Record<string, Kind>
  mend?: Archived['mend']
}

/** Says how a table is archived; by default its rows are told apart by `id` and name their brand. */
export const archived = (table: Table, given: Given): Archived => ({
  table,
  key: ['id'],
  which: 'brand_id = @brand',
  mend: (row) => row,
  ...given,
})

export const ID: Kind = { is: 'id' }
export const BRAND: Kind = { is: 'brand' }
export const PERSON: Kind = { is: 'person' }
export const CODE: Kind = { is: 'code' }
export const KEY: Kind = { is: 'key' }
export const HTML: Kind = { is: 'html' }
export const PICTURE: Kind = { is: 'picture' }

/** A row of the archive that must be there. */
export const rowOf = (of: string, key = 'id'): Kind => ({ is: 'row', of, key, isLoose: false })
/** A row of the archive; the column is emptied where it is not there. */
export const looseRowOf = (of: string, key = 'id'): Kind => ({ is: 'row', of, key, isLoose: true })

/** Nothing of it is archived; a row that is read has this value. */
export const left = (value: SqlValue): Kind => ({ is: 'left', value })

/** One of some words. */
export const oneOf = (...words: string[]): Kind => ({
  is: 'checked',
  isRight: (value) => words.includes(String(value)),
  schema: { enum: words },
})

/** Text of a shape. */
export const shaped = (shape: RegExp): Kind => ({
  is: 'checked',
  isRight: (value) => shape.test(String(value)),
  schema: { type: 'string', pattern: shape.source },
})

/** A whole number between two, both included. */
export const between = (least: number, most: number): Kind => ({
  is: 'checked',
  isRight: (value) => typeof value === 'number' && value >= least && value <= most,
  schema: { type: 'integer', minimum: least, maximum: most },
})

/** Whether a text is an address of the web: no other is ever opened, followed or shown as a link. */
export const isWebAddress = (value: unknown): value is string =>
  typeof value === 'string' && URL.canParse(value) && /^https?:$/.test(new URL(value).protocol)

/** An address of the web. */
export const ADDRESS: Kind = {
  is: 'checked',
  isRight: isWebAddress,
  schema: { type: 'string', format: 'uri', pattern: '^https?:' },
}
/** The same, or none as an empty text. */
export const ADDRESS_OR_NONE: Kind = {
  is: 'checked',
  isRight: (value) => value === '' || isWebAddress(value),
  schema: { type: 'string', format: 'uri', pattern: '^(?:https?:|$)' },
}

/** JSON that a reader takes (it throws for any other). */
export const json = (
  read: (text: string) => unknown,
  ids: 'top' | readonly string[] = [],
  schema: object = {},
): Kind => ({ is: 'json', read, ids, schema })

const LIST_OF_TEXTS = { type: 'array', items: { type: 'string' } }
/** A list of texts. */
export const TEXTS: Kind = json(readTexts, [], LIST_OF_TEXTS)
/** A list of ids. */
export const IDS: Kind = json(readTexts, 'top', LIST_OF_TEXTS)
/** A day, `YYYY-MM-DD`. */
export const DAY_TEXT: Kind = shaped(/^\d{4}-\d{2}-\d{2}$/)

/** The column that holds a picture's content; undefined where there is none. */
export const pictureColumn = ({ kinds }: Archived): string | undefined =>
  Object.keys(kinds).find((name) => kinds[name]!.is === 'picture')

/** What a column without a kind of its own is: what its type says. */
export const kindOf = ({ kinds }: Archived, column: string): Kind | null =>
  Object.hasOwn(kinds, column) ? kinds[column]! : null
