import { zoneChangeSchema } from '../../../../shared/planSchemas'
import { route } from '../../../route'
import { tryZone } from '../../../services/timetables'

/** What another time zone would move; nothing is stored. */
export default route('own', zoneChangeSchema, ({ actor, body }) => tryZone(actor, body.zone, body.keep))
