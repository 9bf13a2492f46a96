import { route } from '../../../../../route'
import { tryAgain } from '../../../../../services/imports'

/** Tries those once more that could not be added. */
export default route('work', null, ({ actor, param }) => tryAgain(actor.brandId, param('id')))
