import { deedSchema } from '#shared/delivery/schemas'
import { route } from '#server/route'
import { doWithDelivery } from '#server/sending'

export default route('work', deedSchema, ({ actor, param, body }) => doWithDelivery(actor, param('id'), body.deed))
