import { route } from '#server/route'
import { closeWatchFeed } from '#server/watches'

/** Takes the address of a watch's feed back. */
export default route('work', null, ({ actor, param }) => closeWatchFeed(actor, param('id')))
