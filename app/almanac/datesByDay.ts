/** Dates of the almanac by their day. */
export function datesByDay<T extends { date: string }>(dates: T[]): Map<string, T[]> {
  const days = new Map<string, T[]>()
  for (const one of dates) {
    const known = days.get(one.date)
    if (known) known.push(one)
    else days.set(one.date, [one])
  }
  return days
}
