import { almanacRoutes } from '#shared/almanac/routes'
import { readAgain } from '#server/almanac'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(almanacRoutes.readAgain, null, ({ actor, param }) => readAgain(actor, param('id')), {
  pace: PACE.outside,
})
