import { route } from '#server/route'
import { openFeed } from '#server/sources'

/** Lets a folder be read as a feed at a new secret address; an older one opens nothing any more. */
export default route('work', null, ({ actor, param }) => openFeed(actor, param('id')))
