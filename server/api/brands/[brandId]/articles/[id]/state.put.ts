import { stateSchema } from '../../../../../../shared/schemas'
import { route } from '../../../../../route'
import { setState } from '../../../../../services/articles'

export default route('work', stateSchema, ({ actor, body, param }) => setState(actor, param('id'), body.state))
