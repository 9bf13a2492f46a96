import { orderRoutes } from '#shared/orders/routes'
import { consentSchema } from '#shared/orders/schemas'
import { setConsent } from '#server/orders'
import { route } from '#server/route'

export default route(orderRoutes.consent, consentSchema, ({ actor, body, param }) =>
  setConsent(actor, param('id'), body.isGiven),
)
