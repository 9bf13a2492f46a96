import { route } from '../../../../route'
import { stopImport } from '../../../../services/imports'

/** Stops it; what was added stays. */
export default route('work', null, ({ actor, param }) => stopImport(actor.brandId, param('id')))
