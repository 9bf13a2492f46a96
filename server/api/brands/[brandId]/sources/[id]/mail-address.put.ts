import { route } from '../../../../../route'
import { renewMailAddress } from '../../../../../services/mailingLists'

/** Gives a mailing list another address; the old one takes nothing any more. */
export default route('work', null, ({ actor, param }) => renewMailAddress(actor, param('id')))
