import { timetableSchema } from '#shared/schedule/schemas'
import { route } from '#server/route'
import { tryTimetable } from '#server/schedule'

/** What a changed timetable would move; nothing is stored. */
export default route('own', timetableSchema, ({ actor, param, body }) =>
  tryTimetable(actor, param('id'), body),
)
