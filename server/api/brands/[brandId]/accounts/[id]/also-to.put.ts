import { alsoToSchema } from '../../../../../../shared/deliverySchemas'
import { route } from '../../../../../route'
import { setAlsoToOf } from '../../../../../services/accountPages'

export default route('own', alsoToSchema, ({ actor, param, body }) => setAlsoToOf(actor, param('id'), body.alsoTo))
