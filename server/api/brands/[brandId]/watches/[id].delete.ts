import { route } from '#server/route'
import { removeWatch } from '#server/watches'

export default route('work', null, ({ actor, param }) => removeWatch(actor, param('id')))
