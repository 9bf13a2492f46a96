/** A calendar for others, of an account or the whole brand (null), and its secret address if it has one. */
export interface CalendarView {
  accountId: string | null
  /** Without its host where the installation is not told its own. */
  address: string | null
}
