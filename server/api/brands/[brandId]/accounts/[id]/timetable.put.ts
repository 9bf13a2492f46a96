import { timetableSchema } from '../../../../../../shared/planSchemas'
import { route } from '../../../../../route'
import { setTimetable } from '../../../../../services/timetables'

export default route('own', timetableSchema, ({ actor, param, body }) => setTimetable(actor, param('id'), body))
