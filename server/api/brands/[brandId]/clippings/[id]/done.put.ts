import { clippingRoutes } from '#shared/clippings/routes'
import { doneSchema } from '#shared/clippings/schemas'
import { route } from '#server/route'
import { workOff } from '#server/clippings'

export default route(clippingRoutes.workOff, doneSchema, ({ actor, body, param }) =>
  workOff(actor, param('id'), body.done),
)
