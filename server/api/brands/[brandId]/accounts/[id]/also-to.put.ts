import { networkRoutes } from '#shared/networks/routes'
import { alsoToSchema } from '#shared/networks/schemas'
import { route } from '#server/route'
import { setAlsoToOf } from '#server/sending'

export default route(networkRoutes.setAlsoTo, alsoToSchema, ({ actor, param, body }) =>
  setAlsoToOf(actor, param('id'), body.alsoTo),
)
