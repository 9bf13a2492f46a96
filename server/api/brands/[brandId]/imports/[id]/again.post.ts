import { route } from '#server/route'
import { tryAgain } from '#server/sources'

/** Tries those once more that could not be added. */
export default route('work', null, ({ actor, param }) => tryAgain(actor.brandId, param('id')))
