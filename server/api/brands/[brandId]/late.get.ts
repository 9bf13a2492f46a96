import { route } from '#server/route'
import { holdOf, lateQueueItems } from '#server/schedule'

/**
 * Posts whose own time passed while they were held: of the brand, or of the account or post that is named.
 */
export default route('read', null, ({ actor, query }) =>
  lateQueueItems(
    actor,
    holdOf({
      kind: query['account'] ? 'account' : query['post'] ? 'post' : 'brand',
      id: query['account'] ?? query['post'] ?? null,
    }),
  ),
)
