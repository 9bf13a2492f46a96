/** Formatters are dear to make and the same for a whole brand: one is kept for each zone. */
const formatters = new Map<string, Intl.DateTimeFormat>()

function dayFormat(zone: string): Intl.DateTimeFormat {
  const known = formatters.get(zone)
  if (known) return known
  const made = new Intl.DateTimeFormat('en-CA', { timeZone: zone, dateStyle: 'short' })
  formatters.set(zone, made)
  return made
}

/** The local day of an instant, `YYYY-MM-DD`. */
export const localDay = (at: string, zone: string): string => dayFormat(zone).format(Date.parse(at))
