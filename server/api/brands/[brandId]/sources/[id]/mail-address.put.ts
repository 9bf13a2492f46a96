import { route } from '#server/route'
import { renewMailAddress } from '#server/sources'

/** Gives a mailing list another address; the old one takes nothing any more. */
export default route('work', null, ({ actor, param }) => renewMailAddress(actor, param('id')))
