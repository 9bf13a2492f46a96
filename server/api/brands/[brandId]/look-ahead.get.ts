import { route } from '../../../route'
import { lookAheadOf } from '../../../services/schedule'

export default route('read', null, ({ actor }) => lookAheadOf(actor.brandId))
