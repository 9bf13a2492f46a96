import { recipientRoutes } from '#shared/recipients/routes'
import { handOnSchema } from '#shared/recipients/schemas'
import { PACE } from '#server/platform/http/pace'
import { handOnByHand } from '#server/recipients'
import { route } from '#server/route'

export default route(recipientRoutes.handOn, handOnSchema, ({ actor, body }) => handOnByHand(actor, body), {
  pace: PACE.outside,
})
