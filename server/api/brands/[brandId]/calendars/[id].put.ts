import { calendarRoutes } from '#shared/calendars/routes'
import { openCalendar } from '#server/calendars'
import { route } from '#server/route'

export default route(calendarRoutes.open, null, ({ actor, param }) => openCalendar(actor, param('id')))
