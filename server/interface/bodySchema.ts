import type { AnyObjectSchema, SchemaDescription, SchemaFieldDescription } from 'yup'

/** JSON Schema as OpenAPI 3.1 has it (draft 2020-12). */
export interface JsonSchema {
  [keyword: string]: unknown
}

interface Described extends SchemaDescription {
  fields?: Record<string, SchemaFieldDescription>
  innerType?: SchemaFieldDescription
}
const isDescribed = (field: SchemaFieldDescription): field is Described => 'tests' in field

/** What a body must suit, as JSON Schema. What only hangs together is told by refusals alone. */
export const bodySchema = (schema: AnyObjectSchema): JsonSchema => schemaOf(schema.describe() as Described)

function schemaOf(field: SchemaFieldDescription): JsonSchema {
  if (!isDescribed(field)) return {}
  const made = { ...typeOf(field), ...limitsOf(field) }
  const choices = field.oneOf.filter((one): one is string | number => typeof one !== 'object')
  return {
    ...made,
    ...(field.nullable && typeof made['type'] === 'string' ? { type: [made['type'], 'null'] } : {}),
    ...(choices.length > 0 ? { enum: field.nullable ? [...choices, null] : choices } : {}),
    ...(isPlain(field.default) ? { default: field.default } : {}),
  }
}

const isPlain = (value: unknown): boolean =>
  value === null || ['string', 'number', 'boolean'].includes(typeof value)

function typeOf(field: Described): JsonSchema {
  switch (field.type) {
    case 'object':
      return objectOf(field.fields ?? {})
    case 'array':
      return { type: 'array', items: field.innerType ? schemaOf(field.innerType) : {} }
    case 'number':
      return { type: field.tests.some(({ name }) => name === 'integer') ? 'integer' : 'number' }
    case 'string':
    case 'boolean':
      return { type: field.type }
    default:
      return {}
  }
}

function objectOf(fields: Record<string, SchemaFieldDescription>): JsonSchema {
  const required = Object.entries(fields).flatMap(([name, field]) =>
    isDescribed(field) && !field.optional && field.default === undefined ? [name] : [],
  )
  return {
    type: 'object',
    properties: Object.fromEntries(Object.entries(fields).map(([name, field]) => [name, schemaOf(field)])),
    ...(required.length > 0 ? { required } : {}),
  }
}

const KEYWORDS: Record<string, Record<string, string>> = {
  string: { min: 'minLength', max: 'maxLength' },
  number: { min: 'minimum', max: 'maximum' },
  array: { min: 'minItems', max: 'maxItems' },
}

function limitsOf({ type, tests }: Described): JsonSchema {
  const keywords = KEYWORDS[type] ?? {}
  return Object.fromEntries(
    tests.flatMap(({ name, params }): [string, unknown][] => {
      const limit = params?.[name ?? '']
      const keyword = keywords[name ?? '']
      if (keyword && typeof limit === 'number') return [[keyword, limit]]
      const regex = params?.['regex']
      if (name === 'matches' && regex instanceof RegExp) return [['pattern', patternOf(regex)]]
      return []
    }),
  )
}

/** JSON Schema knows no flags: where case does not count, ranges of letters stand for both. */
const patternOf = ({ source, flags }: RegExp): string =>
  flags.includes('i') ? source.replaceAll('a-f', 'a-fA-F').replaceAll('a-z', 'a-zA-Z') : source
