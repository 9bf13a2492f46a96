import { getRequestURL } from 'h3'
import { PACE } from '../../../pace'
import { tellingSchema } from '../../../../shared/deliverySchemas'
import { route } from '../../../route'
import { setTellingOf } from '../../../services/telling'

export default route('own', tellingSchema, ({ actor, body, event }) => setTellingOf(actor, body, getRequestURL(event).origin), { pace: PACE.mail })
