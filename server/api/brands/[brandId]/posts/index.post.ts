import { postSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { lineUp } from '../../../../services/posts'

export default route('work', postSchema, ({ actor, body }) => lineUp(actor, body))
