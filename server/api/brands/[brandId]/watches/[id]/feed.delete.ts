import { route } from '../../../../../route'
import { closeWatchFeed } from '../../../../../services/watches'

/** Takes the address of a watch's feed back. */
export default route('work', null, ({ actor, param }) => closeWatchFeed(actor, param('id')))
