import { recipientRoutes } from '#shared/recipients/routes'
import { removeRecipient } from '#server/recipients'
import { route } from '#server/route'

export default route(recipientRoutes.remove, null, ({ actor, param }) => removeRecipient(actor, param('id')))
