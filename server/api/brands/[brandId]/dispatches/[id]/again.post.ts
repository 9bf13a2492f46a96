import { recipientRoutes } from '#shared/recipients/routes'
import { PACE } from '#server/platform/http/pace'
import { tryAgain } from '#server/recipients'
import { route } from '#server/route'

export default route(recipientRoutes.again, null, ({ actor, param }) => tryAgain(actor, param('id')), {
  pace: PACE.outside,
})
