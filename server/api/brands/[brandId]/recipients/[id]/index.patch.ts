import { getRequestURL } from 'h3'
import { recipientRoutes } from '#shared/recipients/routes'
import { recipientEditSchema } from '#shared/recipients/schemas'
import { PACE } from '#server/platform/http/pace'
import { editRecipient } from '#server/recipients'
import { route } from '#server/route'

export default route(
  recipientRoutes.edit,
  recipientEditSchema,
  ({ actor, body, param, event }) => editRecipient(actor, param('id'), body, getRequestURL(event).origin),
  { pace: PACE.mail },
)
