import { timetableSchema } from '#shared/schedule/schemas'
import { route } from '#server/route'
import { setTimetable } from '#server/schedule'

export default route('own', timetableSchema, ({ actor, param, body }) =>
  setTimetable(actor, param('id'), body),
)
