import { clippingSchema } from '#shared/clippings/schemas'
import { route } from '#server/route'
import { editClipping } from '#server/clippings'

export default route('work', clippingSchema, ({ actor, body, param }) =>
  editClipping(actor, param('id'), body),
)
