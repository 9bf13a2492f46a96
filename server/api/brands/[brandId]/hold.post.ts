import { holdSchema } from '../../../../shared/planSchemas'
import { route } from '../../../route'
import { hold, holdOf } from '../../../services/holds'

export default route('work', holdSchema, ({ actor, body }) => hold(actor, holdOf(body.of), body))
