import { getRequestURL } from 'h3'
import { recipientRoutes } from '#shared/recipients/routes'
import { recipientSchema } from '#shared/recipients/schemas'
import { PACE } from '#server/platform/http/pace'
import { addRecipient } from '#server/recipients'
import { route } from '#server/route'

export default route(
  recipientRoutes.add,
  recipientSchema,
  ({ actor, body, event }) => addRecipient(actor, body, getRequestURL(event).origin),
  { pace: PACE.mail },
)
