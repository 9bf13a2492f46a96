const DAY = 86_400_000

/** Something that goes on from one local day (`YYYY-MM-DD`) to another, both included; null for no end. */
export interface Spanning {
  id: string
  from: string
  to: string | null
}

/** The part of it that lies in some days. */
export interface Bar<T extends Spanning> {
  of: T
  /** Its row among those of these days, from 0. */
  lane: number
  /** Its first day here, from 0, and how many there are. */
  first: number
  days: number
  /** Whether it begins, and ends, within these days. */
  begins: boolean
  ends: boolean
}

const dayNumber = (day: string): number => Math.round(Date.parse(`${day}T00:00:00Z`) / DAY)

/**
 * Bars of what goes on within some days, `from` and `to` included, those that begin first on top; each in the
 * first row that is free, so that none covers another and there are no more rows than go on at once.
 */
export function barsOf<T extends Spanning>(
  all: readonly T[],
  { from, to }: { from: string; to: string },
): Bar<T>[] {
  const [start, end] = [dayNumber(from), dayNumber(to)]
  /** The day after the last of each row. */
  const free: number[] = []
  return all
    .filter((one) => one.from <= to && (one.to === null || (one.to >= from && one.to >= one.from)))
    .sort((a, b) => a.from.localeCompare(b.from) || (a.id < b.id ? -1 : 1))
    .map((of) => {
      const first = Math.max(start, dayNumber(of.from))
      const last = of.to === null ? end : Math.min(end, dayNumber(of.to))
      const known = free.findIndex((day) => day <= first)
      const lane = known < 0 ? free.length : known
      free[lane] = last + 1
      return {
        of,
        lane,
        first: first - start,
        days: last - first + 1,
        begins: of.from >= from,
        ends: of.to !== null && of.to <= to,
      }
    })
}
