/** Stands for the calendar of the almanac, where others are named by an id. */
export const ALMANAC = 'almanac'

/** A calendar for others and its secret address, if it has one. */
export interface CalendarView {
  /** The id of an account, a campaign, or the brand for all of it; `ALMANAC` for its dates. */
  of: string
  /** Without its host where the installation is not told its own. */
  address: string | null
}
