import { DAY, HOUR, toMs, type Instant } from '../instant'
import { zoneClock } from '../schedule/zoneClock'

/** What posts of one hour of the week got together. */
export interface WeekHour {
  /** 1 is Monday. */
  weekday: number
  hour: number
  posts: number
  responses: number
}

/** 1970-01-01 was a Thursday. */
const FIRST_WEEKDAY = 4

/** Responses by weekday and hour as a zone's clock showed them; hours without a post are left out. */
export function byWeekHour(posts: readonly { at: Instant; responses: number }[], zone: string): WeekHour[] {
  if (posts.length === 0) return []
  const times = posts.map(({ at }) => toMs(at))
  const clock = zoneClock(
    zone,
    times.reduce((a, b) => Math.min(a, b)),
    times.reduce((a, b) => Math.max(a, b)),
  )
  const cells = new Map<number, WeekHour>()
  posts.forEach(({ responses }, at) => {
    const local = clock.toLocal(times[at]!)
    const day = Math.floor(local / DAY)
    const weekday = ((((day + FIRST_WEEKDAY - 1) % 7) + 7) % 7) + 1
    const hour = Math.floor((local - day * DAY) / HOUR)
    const cell = cells.get(weekday * 24 + hour) ?? { weekday, hour, posts: 0, responses: 0 }
    cell.posts++
    cell.responses += responses
    cells.set(weekday * 24 + hour, cell)
  })
  return [...cells.values()].sort((a, b) => a.weekday - b.weekday || a.hour - b.hour)
}
