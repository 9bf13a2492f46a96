import { reviewSchema } from '../../../../../../shared/schemas'
import { route } from '../../../../../../server/route'
import { askReview } from '../../../../../../server/services/approvals'

export default route('work', reviewSchema, ({ actor, param, body }) => askReview(actor, param('id'), body))
