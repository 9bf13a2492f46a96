import { scheduleRoutes } from '#shared/schedule/routes'
import { timetableSchema } from '#shared/schedule/schemas'
import { route } from '#server/route'
import { tryTimetable } from '#server/schedule'

export default route(scheduleRoutes.tryTimetable, timetableSchema, ({ actor, param, body }) =>
  tryTimetable(actor, param('id'), body),
)
