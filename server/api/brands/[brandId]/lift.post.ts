import { liftSchema } from '../../../../shared/planSchemas'
import { route } from '../../../route'
import { holdOf, lift } from '../../../services/holds'

export default route('work', liftSchema, ({ actor, body }) => lift(actor, holdOf(body.of), body.late))
