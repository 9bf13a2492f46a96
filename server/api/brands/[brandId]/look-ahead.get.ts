import { route } from '#server/route'
import { lookAheadOf } from '#server/schedule'

export default route('read', null, ({ actor }) => lookAheadOf(actor.brandId))
