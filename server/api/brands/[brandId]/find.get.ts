import { isInstant } from '../../../../shared/schemaParts'
import { SHOWS } from '../../../../shared/shows'
import { route } from '../../../route'
import { find } from '../../../services/find'

const UUID = /^[0-9a-f-]{36}$/i

/** Full-text search over a brand's articles. */
export default route('read', null, ({ actor, query }) => {
  const since = isInstant(query['since'] ?? '') ? Date.parse(query['since']!) : null
  return find(actor.brandId, {
    query: query['q'] ?? '',
    show: SHOWS.find((one) => one === query['show']) ?? 'all',
    sourceId: UUID.test(query['source'] ?? '') ? query['source']! : null,
    since,
  })
})
