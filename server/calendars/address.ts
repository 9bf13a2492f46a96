import { derivedKey, isDerivedKey } from '#server/platform/derivedKeys'
import { settings } from '#server/platform/settings'
import type { CalendarRow } from './rows'

const PURPOSE = 'calendars'

/** Where a calendar is read; without its host where the installation is not told its own. */
export const calendarAddress = ({ id, nonce }: CalendarRow): string =>
  `${settings().publicUrl ?? ''}/calendars/${id}/${derivedKey(PURPOSE, id, nonce)}.ics`

/** Whether a key opens a calendar, compared in constant time; another nonce makes another key. */
export const opensCalendar = ({ id, nonce }: CalendarRow, key: string): boolean =>
  isDerivedKey(key, PURPOSE, id, nonce)
