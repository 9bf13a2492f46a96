/** Local days, both included. */
export interface Days {
  from: string
  to: string
}

export const READY_PERIODS = ['month', 'thisMonth', 'days', 'quarter'] as const
export type ReadyPeriod = (typeof READY_PERIODS)[number]

const DAY = 86_400_000
const dayOf = (ms: number): string => new Date(ms).toISOString().slice(0, 10)

/** The days of a period as people name it, as seen from a local day. */
export function daysOf(period: ReadyPeriod, today: string): Days {
  const at = Date.parse(`${today}T00:00:00Z`)
  const [year, month] = [new Date(at).getUTCFullYear(), new Date(at).getUTCMonth()]
  const first = (months: number): number => Date.UTC(year, month + months, 1)
  switch (period) {
    case 'month':
      return { from: dayOf(first(-1)), to: dayOf(first(0) - DAY) }
    case 'thisMonth':
      return { from: dayOf(first(0)), to: today }
    case 'days':
      return { from: dayOf(at - 28 * DAY), to: dayOf(at - DAY) }
    case 'quarter': {
      const begun = -(month % 3)
      return { from: dayOf(first(begun - 3)), to: dayOf(first(begun) - DAY) }
    }
  }
}
