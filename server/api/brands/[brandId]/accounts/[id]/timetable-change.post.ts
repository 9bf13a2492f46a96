import { timetableSchema } from '../../../../../../shared/planSchemas'
import { route } from '../../../../../route'
import { tryTimetable } from '../../../../../services/timetables'

/** What a changed timetable would move; nothing is stored. */
export default route('own', timetableSchema, ({ actor, param, body }) => tryTimetable(actor, param('id'), body))
