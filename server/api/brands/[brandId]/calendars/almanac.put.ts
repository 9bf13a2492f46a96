import { calendarRoutes } from '#shared/calendars/routes'
import { ALMANAC } from '#shared/calendars/types'
import { openCalendar } from '#server/calendars'
import { route } from '#server/route'

export default route(calendarRoutes.openAlmanac, null, ({ actor }) => openCalendar(actor, ALMANAC))
