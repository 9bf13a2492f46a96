import { route } from '#server/route'
import { openWatchFeed } from '#server/watches'

/** Lets a watch be read as a feed at a new secret address; an older one opens nothing any more. */
export default route('work', null, ({ actor, param }) => openWatchFeed(actor, param('id')))
