import { networkRoutes } from '#shared/networks/routes'
import { PACE } from '#server/platform/http/pace'
import { accountSchema } from '#shared/networks/schemas'
import { route } from '#server/route'
import { addAccount } from '#server/networks'

export default route(networkRoutes.addAccount, accountSchema, ({ actor, body }) => addAccount(actor, body), {
  pace: PACE.outside,
})
