import { scheduleRoutes } from '#shared/schedule/routes'
import { fillProposalSchema } from '#shared/schedule/schemas'
import { route } from '#server/route'
import { proposeFill } from '#server/schedule'

export default route(scheduleRoutes.proposeFill, fillProposalSchema, ({ actor, body }) =>
  proposeFill(actor.brandId, body),
)
