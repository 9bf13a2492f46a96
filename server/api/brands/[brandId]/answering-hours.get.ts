import { resultsRoutes } from '#shared/results/routes'
import { answeringHoursOf } from '#server/results'
import { route } from '#server/route'

export default route(resultsRoutes.hours, null, ({ actor }) => answeringHoursOf(actor.brandId))
