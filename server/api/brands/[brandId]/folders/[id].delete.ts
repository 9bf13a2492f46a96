import { route } from '#server/route'
import { removeFolder } from '#server/sources'

/** Removes a folder; its sources stay. */
export default route('work', null, ({ actor, param }) => removeFolder(actor, param('id')))
