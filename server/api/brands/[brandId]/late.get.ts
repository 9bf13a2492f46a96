import { scheduleRoutes } from '#shared/schedule/routes'
import { route } from '#server/route'
import { holdOf, lateQueueItems } from '#server/schedule'

export default route(scheduleRoutes.lateItems, null, ({ actor, query }) =>
  lateQueueItems(
    actor,
    holdOf({
      kind: query['account'] ? 'account' : query['post'] ? 'post' : 'brand',
      id: query['account'] ?? query['post'] ?? null,
    }),
  ),
)
