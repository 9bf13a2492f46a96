import { resultsRoutes } from '#shared/results/routes'
import { postResponses } from '#server/results'
import { route } from '#server/route'

export default route(resultsRoutes.responses, null, ({ actor, param }) =>
  postResponses(actor.brandId, param('id')),
)
