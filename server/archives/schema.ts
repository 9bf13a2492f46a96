import { FORMAT, FORMAT_VERSION } from '#shared/archives/format'
import { kindOf, type Archived, type Kind } from '#server/platform/archive/kinds'
import type { Column } from '#server/platform/db/tables'
import { ARCHIVED } from './tables'

const TYPES = { TEXT: 'string', INTEGER: 'integer', REAL: 'number', BLOB: 'string' } as const

/**
 * The archive's files as a JSON Schema (2020-12): `archive.json` at its root, and under `$defs` the rows of
 * each table. Made of what reads and writes them.
 */
export function archiveSchema(): object {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Archive of a brand',
    description: 'archive.json of a ZIP; its parts are arrays of rows as $defs has them: see docs/archive.md',
    type: 'object',
    required: ['format', 'version', 'product', 'madeAt', 'brand', 'people', 'parts'],
    properties: {
      format: { const: FORMAT },
      version: { const: FORMAT_VERSION },
      product: { type: 'string', description: 'the release that wrote it' },
      madeAt: { type: 'string', format: 'date-time' },
      brand: { type: 'string', description: 'its name' },
      people: {
        type: 'array',
        description: 'who worked on it',
        items: {
          type: 'object',
          required: ['id', 'name'],
          properties: { id: { $ref: '#/$defs/id' }, name: { type: 'string' } },
        },
      },
      parts: {
        type: 'array',
        items: {
          type: 'object',
          required: ['table', 'file', 'rows'],
          properties: {
            table: { enum: ARCHIVED.map(({ table }) => table.name) },
            file: { type: 'string' },
            rows: { type: 'integer', minimum: 1 },
          },
        },
      },
    },
    $defs: {
      id: { type: 'string', pattern: '^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$' },
      ...Object.fromEntries(ARCHIVED.map((archived) => [archived.table.name, rowSchema(archived)])),
    },
  }
}

function rowSchema(archived: Archived): object {
  const columns = Object.entries(archived.table.columns).flatMap(([name, column]) => {
    const kind = kindOf(archived, name)
    const isWritten = kind === null || !['left', 'brand', 'picture'].includes(kind.is)
    return isWritten ? [[name, columnSchema(column, kind)] as const] : []
  })
  return {
    type: 'object',
    additionalProperties: false,
    required: columns.map(([name]) => name),
    properties: Object.fromEntries(columns),
  }
}

function columnSchema(column: Column<unknown>, kind: Kind | null): object {
  const schema = valueSchema(column, kind)
  return column.isNullable ? { anyOf: [schema, { type: 'null' }] } : schema
}

function valueSchema({ type }: Column<unknown>, kind: Kind | null): object {
  switch (kind?.is) {
    case 'id':
    case 'person':
      return { $ref: '#/$defs/id' }
    case 'row':
      return kind.key === 'code'
        ? { type: 'string', description: `of ${kind.of}` }
        : { $ref: '#/$defs/id', description: `of ${kind.of}` }
    case 'checked':
    case 'json':
      return kind.schema
    case 'html':
      return { type: 'string', description: 'HTML' }
    default:
      return { type: TYPES[type] }
  }
}
