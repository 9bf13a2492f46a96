import { reviewSchema } from '../../../../../../shared/schemas'
import { route } from '../../../../../../server/route'
import { approve } from '../../../../../../server/services/approvals'

export default route('read', reviewSchema, ({ actor, param, body }) => approve(actor, param('id'), body))
