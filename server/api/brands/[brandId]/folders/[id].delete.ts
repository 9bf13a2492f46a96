import { route } from '../../../../route'
import { removeFolder } from '../../../../services/folders'

/** Removes a folder; its sources stay. */
export default route('work', null, ({ actor, param }) => removeFolder(actor, param('id')))
