import { reportRoutes } from '#shared/reports/routes'
import { endReport } from '#server/reports'
import { route } from '#server/route'

export default route(reportRoutes.end, null, ({ actor, param }) => endReport(actor, param('id')))
