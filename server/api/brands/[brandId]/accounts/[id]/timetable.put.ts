import { scheduleRoutes } from '#shared/schedule/routes'
import { timetableSchema } from '#shared/schedule/schemas'
import { route } from '#server/route'
import { setTimetable } from '#server/schedule'

export default route(scheduleRoutes.setTimetable, timetableSchema, ({ actor, param, body }) =>
  setTimetable(actor, param('id'), body),
)
