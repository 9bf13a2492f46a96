import { tellingSchema } from '../../../../shared/deliverySchemas'
import { route } from '../../../route'
import { setTellingOf } from '../../../services/telling'

export default route('own', tellingSchema, ({ actor, body }) => setTellingOf(actor, body))
