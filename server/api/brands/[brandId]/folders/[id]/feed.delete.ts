import { route } from '#server/route'
import { closeFeed } from '#server/sources'

/** Takes the address of a folder's feed back. */
export default route('work', null, ({ actor, param }) => closeFeed(actor, param('id')))
