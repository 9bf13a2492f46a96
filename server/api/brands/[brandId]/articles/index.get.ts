import { readingRoutes } from '#shared/reading/routes'
import { isInstant } from '#shared/platform/schemaParts'
import { SHOWS } from '#shared/articles/shows'
import { route } from '#server/route'
import { wire } from '#server/reading'

const ORDERS = ['newest', 'oldest', 'waiting', 'mixed'] as const
const KINDS = ['text', 'picture', 'video', 'sound', 'document'] as const
const oneOf = <T extends string>(known: readonly T[], value: string | undefined): T | null =>
  known.find((item) => item === value) ?? null

export default route(readingRoutes.wire, null, ({ actor, query }) => {
  const since = isInstant(query['since'] ?? '') ? Date.parse(query['since']!) : null
  return wire(actor.brandId, {
    show: oneOf(SHOWS, query['show']) ?? 'open',
    order: oneOf(ORDERS, query['order']) ?? 'newest',
    watchId: query['watch'] ?? null,
    tagId: query['tag'] ?? null,
    sourceId: query['source'] ?? null,
    folder: query['folder'] ?? null,
    own: query['own'] === 'yes' ? true : query['own'] === 'no' ? false : null,
    kind: oneOf(KINDS, query['kind']),
    language: /^[a-z]{2,3}$/.test(query['language'] ?? '') ? query['language']! : null,
    region: query['region'] ?? null,
    words: query['words']?.trim().slice(0, 300) || null,
    since,
    after: query['after'] ?? null,
  })
})
