import { recipientRoutes } from '#shared/recipients/routes'
import { PACE } from '#server/platform/http/pace'
import { testRecipient } from '#server/recipients'
import { route } from '#server/route'

export default route(recipientRoutes.test, null, ({ actor, param }) => testRecipient(actor, param('id')), {
  pace: PACE.tell,
})
