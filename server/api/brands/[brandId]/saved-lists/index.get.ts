import { savedListRoutes } from '#shared/clippings/routes'
import { latestList } from '#server/clippings'
import { route } from '#server/route'

export default route(savedListRoutes.latest, null, ({ actor }) => latestList(actor.brandId))
