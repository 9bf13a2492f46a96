/** Problems of a calendar that are kept: more help nobody. */
export const MOST_CALENDAR_PROBLEMS = 100
