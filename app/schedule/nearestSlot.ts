import type { ScheduleView } from '#shared/schedule/types'

/**
 * The open slot of a day that lies nearest to a time of it (`minutes` since midnight), of one account or of
 * any; null where none is open.
 */
export function nearestSlot(
  view: ScheduleView,
  date: string,
  minutes: number,
  accountId: string | null,
  momentOf: (at: string) => { date: string; minutes: number },
): ScheduleView['open'][number] | null {
  const distance = (at: string): number => Math.abs(momentOf(at).minutes - minutes)
  const open = view.open.filter(
    (slot) =>
      slot.use !== 'free' &&
      momentOf(slot.at).date === date &&
      (accountId === null || slot.accountId === accountId),
  )
  return open.sort((a, b) => distance(a.at) - distance(b.at))[0] ?? null
}
