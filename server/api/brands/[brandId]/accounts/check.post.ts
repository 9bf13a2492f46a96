import { networkRoutes } from '#shared/networks/routes'
import { PACE } from '#server/platform/http/pace'
import { checkAccountSchema } from '#shared/networks/schemas'
import { route } from '#server/route'
import { checkAccount } from '#server/networks'

export default route(
  networkRoutes.checkAccount,
  checkAccountSchema,
  ({ body }) => checkAccount(body.address, body.token),
  {
    pace: PACE.outside,
  },
)
