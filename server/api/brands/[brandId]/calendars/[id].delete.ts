import { calendarRoutes } from '#shared/calendars/routes'
import { closeCalendar } from '#server/calendars'
import { route } from '#server/route'

export default route(calendarRoutes.close, null, ({ actor, param }) => closeCalendar(actor, param('id')))
