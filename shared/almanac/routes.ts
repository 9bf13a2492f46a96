import { ofBrand } from '#shared/platform/route'
import type { Undoable } from '#shared/platform/types'
import type {
  calendarEditSchema,
  calendarFileSchema,
  calendarSchema,
  entrySchema,
  exceptSchema,
  placeSchema,
  ruleSchema,
} from './schemas'
import type { AlmanacDateWithPosts, AlmanacSources, Country, RuleDays } from './types'

export const almanacRoutes = {
  /** Its dates from a day on; `from`, `days`. */
  dates: ofBrand('GET', 'read', '/almanac/dates').answers<AlmanacDateWithPosts[]>(),
  sources: ofBrand('GET', 'work', '/almanac').answers<AlmanacSources>(),
  countries: ofBrand('GET', 'work', '/almanac/countries').answers<Country[]>(),
  /** The whole of it as a calendar for other programs. */
  written: ofBrand('GET', 'read', '/almanac/file').answers<string>(),
  /** The next days of a rule, without keeping it. */
  tryRule: ofBrand('POST', 'work', '/almanac/rule').takes<typeof ruleSchema>().answers<RuleDays>(),
  addEntry: ofBrand('POST', 'work', '/almanac/entries')
    .takes<typeof entrySchema>()
    .answers<Undoable & { id: string }>(),
  editEntry: ofBrand('PATCH', 'work', '/almanac/entries/:id').takes<typeof entrySchema>().answers<Undoable>(),
  removeEntry: ofBrand('DELETE', 'work', '/almanac/entries/:id').answers<Undoable>(),
  /** Leaves one of its days out. */
  except: ofBrand('POST', 'work', '/almanac/entries/:id/except')
    .takes<typeof exceptSchema>()
    .answers<Undoable>(),
  addPlace: ofBrand('POST', 'work', '/almanac/places').takes<typeof placeSchema>().answers<Undoable>(),
  removePlace: ofBrand('DELETE', 'work', '/almanac/places/:id').answers<Undoable>(),
  addCalendar: ofBrand('POST', 'work', '/almanac/calendars')
    .takes<typeof calendarSchema>()
    .answers<Undoable & { id: string }>(),
  /** The same for a file. */
  bringCalendar: ofBrand('POST', 'work', '/almanac/calendars/file')
    .takes<typeof calendarFileSchema>()
    .answers<Undoable & { id: string }>(),
  editCalendar: ofBrand('PATCH', 'work', '/almanac/calendars/:id')
    .takes<typeof calendarEditSchema>()
    .answers<Undoable>(),
  removeCalendar: ofBrand('DELETE', 'work', '/almanac/calendars/:id').answers<Undoable>(),
  /** Reads it anew now. */
  readAgain: ofBrand('POST', 'work', '/almanac/calendars/:id/read').answers<null>(),
}
