export interface LocalMoment {
  /** `YYYY-MM-DD` */
  date: string
  /** Minutes after midnight. */
  minutes: number
}

const formats = new Map<string, Intl.DateTimeFormat>()

/** A formatter made once: making one costs far more than using it. */
export function dateFormat(zone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${zone} ${JSON.stringify(options)}`
  let known = formats.get(key)
  if (!known) {
    known = new Intl.DateTimeFormat('en-GB', { ...options, timeZone: zone })
    formats.set(key, known)
  }
  return known
}

const MOST_MOMENTS = 5000
const moments = new Map<string, LocalMoment>()

/** An instant's day and minute on a zone's wall clock; those asked for lately are known. */
export function localMoment(at: number, zone: string): LocalMoment {
  const key = `${at} ${zone}`
  const known = moments.get(key)
  if (known) return known
  const made = makeMoment(at, zone)
  if (moments.size >= MOST_MOMENTS) moments.clear()
  moments.set(key, made)
  return made
}

function makeMoment(at: number, zone: string): LocalMoment {
  const parts = dateFormat(zone, {
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(at)
  const part = (type: string): string => parts.find((candidate) => candidate.type === type)?.value ?? '0'
  return {
    date: `${part('year')}-${part('month')}-${part('day')}`,
    minutes: Number(part('hour')) * 60 + Number(part('minute')),
  }
}

/** A day so many days after another, both `YYYY-MM-DD`. */
export function addDays(date: string, days: number): string {
  return new Date(Date.parse(`${date}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10)
}

/**
 * The instant of a day and time on a zone's wall clock, to the minute. A time that a change of clocks skips
 * is read with the offset before.
 */
export function instantOf(date: string, time: string, zone: string): string {
  const wanted = Date.parse(`${date}T${time}:00Z`)
  const offsetAt = (at: number): number => {
    const local = localMoment(at, zone)
    return Date.parse(`${local.date}T00:00:00Z`) + local.minutes * 60_000 - Math.floor(at / 60_000) * 60_000
  }
  const first = wanted - offsetAt(wanted)
  return new Date(wanted - offsetAt(first)).toISOString()
}
