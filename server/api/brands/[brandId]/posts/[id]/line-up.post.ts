import { lineUpSchema } from '../../../../../../shared/schemas'
import { route } from '../../../../../../server/route'
import { lineUpPost } from '../../../../../../server/services/lineUp'

export default route('work', lineUpSchema, ({ actor, param, body }) => lineUpPost(actor, param('id'), body))
