import { networkRoutes } from '#shared/networks/routes'
import { PACE } from '#server/platform/http/pace'
import { webhookAccountSchema } from '#shared/networks/schemas'
import { route } from '#server/route'
import { addWebhookAccount } from '#server/networks'

export default route(
  networkRoutes.addWebhookAccount,
  webhookAccountSchema,
  ({ actor, body }) => addWebhookAccount(actor, body),
  { pace: PACE.outside },
)
