import { almanacRoutes } from '#shared/almanac/routes'
import { route } from '#server/route'
import { almanacDates } from '#server/schedule'

export default route(almanacRoutes.dates, null, ({ actor, query }) => almanacDates(actor.brandId, query))
