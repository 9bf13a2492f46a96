import { route } from '#server/route'
import { stopRun } from '#server/watches'

/** Stops a watch's look through the archive; what it marked stays marked. */
export default route('work', null, ({ actor, param }) => stopRun(actor.brandId, param('id')))
