import { route } from '../../../../route'
import { removeWatch } from '../../../../services/watches'

export default route('work', null, ({ actor, param }) => removeWatch(actor, param('id')))
