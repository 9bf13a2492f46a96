import { watchRoutes } from '#shared/watches/routes'
import { PACE } from '#server/platform/http/pace'
import { watchOffersSchema } from '#shared/watches/schemas'
import { route } from '#server/route'
import { offerWords } from '#server/reading'

export default route(
  watchRoutes.offerWords,
  watchOffersSchema,
  ({ actor, body }) => offerWords(actor.brandId, body.query),
  {
    pace: PACE.look,
  },
)
