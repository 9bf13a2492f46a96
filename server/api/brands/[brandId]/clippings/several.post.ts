import { clippingRoutes } from '#shared/clippings/routes'
import { severalClippingsSchema } from '#shared/clippings/schemas'
import { changeSeveral } from '#server/clippings'
import { route } from '#server/route'

export default route(clippingRoutes.changeSeveral, severalClippingsSchema, ({ actor, body }) =>
  changeSeveral(actor, body),
)
