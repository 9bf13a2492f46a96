import { route } from '../../../../../route'
import { closeFeed } from '../../../../../services/folders'

/** Takes the address of a folder's feed back. */
export default route('work', null, ({ actor, param }) => closeFeed(actor, param('id')))
