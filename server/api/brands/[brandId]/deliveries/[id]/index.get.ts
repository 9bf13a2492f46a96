import { route } from '#server/route'
import { deliveryView } from '#server/sending'

export default route('read', null, ({ actor, param }) => deliveryView(actor, param('id')))
