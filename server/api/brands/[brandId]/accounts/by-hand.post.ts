import { networkRoutes } from '#shared/networks/routes'
import { handAccountSchema } from '#shared/networks/schemas'
import { route } from '#server/route'
import { addHandAccount } from '#server/networks'

export default route(networkRoutes.addHandAccount, handAccountSchema, ({ actor, body }) =>
  addHandAccount(actor, body),
)
