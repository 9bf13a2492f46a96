import { reportRoutes } from '#shared/reports/routes'
import { removeReport } from '#server/reports'
import { route } from '#server/route'

export default route(reportRoutes.remove, null, ({ actor, param }) => removeReport(actor, param('id')))
