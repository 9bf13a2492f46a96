// The almanac: days worth a post. Holidays of places, days of one's own, calendars from elsewhere.
// Owns: almanac entries, places, calendars from elsewhere.
// May ask: people, notices.
export { addCalendar, bringCalendar, editCalendar, removeCalendar } from './calendars'
export { datesBetween } from './dates'
export { addEntry, editEntry, exceptDay, removeEntry, ruleOf, tryRule } from './entries'
export { addPlace, countriesKnown, holidaysFor, removePlace } from './holidays'
export { entriesOf } from './queries/almanac'
export { almanacSources, readAgain } from './sources'
export { writtenAlmanac } from './written'
