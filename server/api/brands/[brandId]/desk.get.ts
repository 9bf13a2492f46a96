import { route } from '../../../../server/route'
import { deskContext } from '../../../../server/services/writing'

export default route('read', null, ({ actor }) => deskContext(actor))
