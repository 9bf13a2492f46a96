import { readingRoutes } from '#shared/reading/routes'
import { isInstant } from '#shared/platform/schemaParts'
import { SHOWS } from '#shared/articles/shows'
import { route } from '#server/route'
import { find } from '#server/reading'

const UUID = /^[0-9a-f-]{36}$/i

export default route(readingRoutes.find, null, ({ actor, query }) => {
  const since = isInstant(query['since'] ?? '') ? Date.parse(query['since']!) : null
  return find(actor.brandId, {
    query: query['q'] ?? '',
    show: SHOWS.find((item) => item === query['show']) ?? 'all',
    sourceId: UUID.test(query['source'] ?? '') ? query['source']! : null,
    since,
  })
})
