/** A calendar for others and its secret address, if it has one. */
export interface CalendarView {
  /** The id of an account, a campaign, or the brand for all of it. */
  of: string
  /** Without its host where the installation is not told its own. */
  address: string | null
}
