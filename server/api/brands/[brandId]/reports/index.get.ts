import { reportRoutes } from '#shared/reports/routes'
import { reportsOf } from '#server/reports'
import { route } from '#server/route'

export default route(reportRoutes.reports, null, ({ actor }) => reportsOf(actor.brandId))
