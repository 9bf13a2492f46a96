import { getRequestURL } from 'h3'
import { reportRoutes } from '#shared/reports/routes'
import { reportTimetableSchema } from '#shared/reports/schemas'
import { saveTimetable } from '#server/reports'
import { route } from '#server/route'

export default route(reportRoutes.setTimetable, reportTimetableSchema, ({ actor, body, event }) =>
  saveTimetable(actor, body, getRequestURL(event).origin),
)
