import { route } from '../../../../../route'
import { sendNow } from '../../../../../services/lineUp'

export default route('work', null, ({ actor, param }) => sendNow(actor, param('id')))
