import { postSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { lineUpNew } from '../../../../services/lineUp'

export default route('work', postSchema, ({ actor, body }) => lineUpNew(actor, body))
