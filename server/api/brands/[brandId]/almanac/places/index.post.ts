import { almanacRoutes } from '#shared/almanac/routes'
import { placeSchema } from '#shared/almanac/schemas'
import { addPlace } from '#server/almanac'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(almanacRoutes.addPlace, placeSchema, ({ actor, body }) => addPlace(actor, body), {
  pace: PACE.parse,
})
