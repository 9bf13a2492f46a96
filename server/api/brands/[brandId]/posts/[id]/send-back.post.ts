import { sendBackSchema } from '../../../../../../shared/schemas'
import { route } from '../../../../../../server/route'
import { sendBack } from '../../../../../../server/services/approvals'

export default route('read', sendBackSchema, ({ actor, param, body }) => sendBack(actor, param('id'), body))
