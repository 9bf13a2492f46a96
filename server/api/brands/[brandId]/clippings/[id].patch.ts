import { clippingSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { editClipping } from '../../../../services/clippings'

export default route('work', clippingSchema, ({ actor, body, param }) => editClipping(actor, param('id'), body))
