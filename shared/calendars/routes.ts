import { ofBrand } from '#shared/platform/route'
import type { Undoable } from '#shared/platform/types'
import type { CalendarView } from './types'

export const calendarRoutes = {
  calendars: ofBrand('GET', 'work', '/calendars').answers<CalendarView[]>(),
  /** Gives the calendar of an account, campaign or brand, by its id, a new address; an older one ends. */
  open: ofBrand('PUT', 'work', '/calendars/:id').answers<Undoable>(),
  /** Ends its address. */
  close: ofBrand('DELETE', 'work', '/calendars/:id').answers<Undoable>(),
  /** The same for the almanac's. */
  openAlmanac: ofBrand('PUT', 'work', '/calendars/almanac').answers<Undoable>(),
  closeAlmanac: ofBrand('DELETE', 'work', '/calendars/almanac').answers<Undoable>(),
}
