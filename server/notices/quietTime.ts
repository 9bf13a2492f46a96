/** A time of day within which nothing is told: it may go over midnight. */
export interface QuietTime {
  quietFrom: string | null
  quietUntil: string | null
}

/** Whether it is quiet time at a moment (milliseconds), by the clock of a zone. */
export function isQuiet({ quietFrom, quietUntil }: QuietTime, zone: string, at: number): boolean {
  if (quietFrom === null || quietUntil === null || quietFrom === quietUntil) return false
  const time = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).format(at)
  return quietFrom < quietUntil
    ? time >= quietFrom && time < quietUntil
    : time >= quietFrom || time < quietUntil
}
