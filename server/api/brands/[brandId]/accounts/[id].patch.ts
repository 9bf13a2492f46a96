import { networkRoutes } from '#shared/networks/routes'
import { PACE } from '#server/platform/http/pace'
import { accountEditSchema } from '#shared/networks/schemas'
import { route } from '#server/route'
import { editAccount } from '#server/networks'

export default route(
  networkRoutes.editAccount,
  accountEditSchema,
  ({ actor, body, param }) => editAccount(actor, param('id'), body),
  { pace: PACE.outside },
)
