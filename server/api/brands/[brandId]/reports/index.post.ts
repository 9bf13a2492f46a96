import { reportRoutes } from '#shared/reports/routes'
import { reportSchema } from '#shared/reports/schemas'
import { makeReport } from '#server/reports'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(
  reportRoutes.make,
  reportSchema,
  ({ actor, body }) => makeReport(actor.brandId, actor.personId, body),
  { pace: PACE.report },
)
