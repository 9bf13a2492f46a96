import { doneSchema } from '../../../../../../shared/schemas'
import { route } from '../../../../../route'
import { workOff } from '../../../../../services/clippings'

export default route('work', doneSchema, ({ actor, body, param }) => workOff(actor, param('id'), body.done))
