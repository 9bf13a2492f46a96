import { calendarRoutes } from '#shared/calendars/routes'
import { ALMANAC } from '#shared/calendars/types'
import { closeCalendar } from '#server/calendars'
import { route } from '#server/route'

export default route(calendarRoutes.closeAlmanac, null, ({ actor }) => closeCalendar(actor, ALMANAC))
