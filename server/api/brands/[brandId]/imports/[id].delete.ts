import { route } from '#server/route'
import { stopImport } from '#server/sources'

/** Stops it; what was added stays. */
export default route('work', null, ({ actor, param }) => stopImport(actor.brandId, param('id')))
