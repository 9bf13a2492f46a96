import { route } from '../../../../route'
import { wire } from '../../../../services/articles'

const SHOWS = ['open', 'clipped', 'shelved', 'passed', 'all'] as const

/** One page of the Wire: `show`, `watch`, `source`, and `after` for the page behind another. */
export default route('read', null, ({ actor, query }) =>
  wire(actor.brandId, {
    show: SHOWS.find((show) => show === query['show']) ?? 'open',
    watchId: query['watch'] ?? null,
    sourceId: query['source'] ?? null,
    after: query['after'] ?? null,
  }),
)
