import { readingRoutes } from '#shared/reading/routes'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'
import { lookAtPage, article } from '#server/reading'

export default route(
  readingRoutes.lookAtPage,
  null,
  async ({ actor, param }) => {
    await lookAtPage(actor.brandId, param('id'))
    return article(actor, param('id'))
  },
  { pace: PACE.outside },
)
