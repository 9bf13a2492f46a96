import { calendarRoutes } from '#shared/calendars/routes'
import { calendarViews } from '#server/calendars'
import { route } from '#server/route'

export default route(calendarRoutes.calendars, null, ({ actor }) => calendarViews(actor.brandId))
