// Calendars for others: what goes out when, at an address that calendar programs read.
// Owns: calendars.
// May ask: people, networks, campaigns, almanac, posts, schedule.
export { calendarViews, closeCalendar, openCalendar } from './calendars'
export { calendarFile } from './publicCalendar'
