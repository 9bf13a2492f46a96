import { route } from '#server/route'
import { sendNow } from '#server/schedule'

export default route('work', null, ({ actor, param }) => sendNow(actor, param('id')))
