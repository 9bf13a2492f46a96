import { VERSION } from '#shared/platform/version'
import answers from '#shared/interface/answers.json'
import { DOCUMENTED, type Documented } from '#shared/interface/documented'
import { openApi as labels } from '#shared/words'
import { bodySchema, type JsonSchema } from './bodySchema'

const PARAMETER = /:(\w+)/g
const ID: JsonSchema = { type: 'string', format: 'uuid' }

/** The name of a type, as OpenAPI allows names of components. */
const nameOf = (type: string): string =>
  decodeURIComponent(type)
    .split(/[^\w.-]/)
    .filter(Boolean)
    .join('_')

/** A schema of draft 7 as one of draft 2020-12, with its references where OpenAPI keeps them. */
function moved(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(moved)
  if (typeof value !== 'object' || value === null) return value
  const { items, additionalItems: _, ...rest } = value as JsonSchema
  const others = Object.fromEntries(
    Object.entries(rest).map(([name, part]) => [
      name,
      name === '$ref' ? `#/components/schemas/${nameOf(String(part).split('/').at(-1)!)}` : moved(part),
    ]),
  )
  if (items === undefined) return others
  return Array.isArray(items)
    ? { ...others, prefixItems: moved(items), items: false }
    : { ...others, items: moved(items) }
}

const { Answers: top, ...definitions } = answers.definitions as Record<string, JsonSchema>
const answerOf = moved(top!['properties']) as Record<string, JsonSchema>

/** The documented routes as OpenAPI 3.1: bodies of the schemas that check them, answers of their types. */
export function openApiDocument(): JsonSchema {
  const paths: Record<string, JsonSchema> = {}
  for (const [operation, documented] of Object.entries<Documented>(DOCUMENTED)) {
    const path = documented.route.path.replace(PARAMETER, '{$1}')
    paths[path] = {
      ...paths[path],
      [documented.route.method.toLowerCase()]: operationOf(operation, documented),
    }
  }
  return {
    openapi: '3.1.0',
    info: { title: labels.title, version: VERSION, description: labels.about },
    servers: [{ url: '/' }],
    security: [{ token: [] }],
    tags: Object.entries(labels.scopes).map(([name, description]) => ({ name, description })),
    paths,
    components: {
      securitySchemes: { token: { type: 'http', scheme: 'bearer', description: labels.token } },
      schemas: Object.fromEntries(
        Object.entries(definitions).map(([name, schema]) => [nameOf(name), moved(schema)]),
      ),
    },
  }
}

function operationOf(operation: string, { route, schema, scope, summary, query }: Documented): JsonSchema {
  const { path, method } = route
  const parameters = [
    ...[...path.matchAll(PARAMETER)].map(([, name]) => ({
      ...{ name: name!, in: 'path', required: true, schema: ID },
    })),
    ...Object.entries(query).map(([name, description]) => ({
      ...{ name, in: 'query', description, schema: { type: 'string' } },
    })),
    ...(method === 'POST'
      ? [
          {
            ...{ name: 'Idempotency-Key', in: 'header', description: labels.key },
            schema: { type: 'string', minLength: 1, maxLength: 255 },
          },
        ]
      : []),
  ]
  return {
    operationId: operation,
    summary,
    tags: [scope ?? 'any'],
    parameters,
    ...(schema
      ? {
          requestBody: { required: true, content: { 'application/json': { schema: bodySchema(schema) } } },
        }
      : {}),
    responses: {
      ...(answerOf[operation]?.['type'] === 'null'
        ? { 204: { description: labels.nothing } }
        : {
            200: {
              description: labels.answer,
              content: { 'application/json': { schema: answerOf[operation] } },
            },
          }),
      default: {
        description: labels.refusal,
        content: { 'application/problem+json': { schema: answerOf['problem'] } },
      },
    },
  }
}
