import { zoneChangeSchema } from '#shared/schedule/schemas'
import { route } from '#server/route'
import { tryZone } from '#server/schedule'

/** What another time zone would move; nothing is stored. */
export default route('own', zoneChangeSchema, ({ actor, body }) => tryZone(actor, body.zone, body.keep))
