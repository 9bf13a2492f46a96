import { statesSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { setStates } from '../../../../services/articles'

/** Several articles at once. */
export default route('work', statesSchema, ({ actor, body }) => setStates(actor, body.ids, body.state))
