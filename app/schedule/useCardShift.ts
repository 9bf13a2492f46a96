import type { MoveTo } from '#core/schedule/moves'
import * as words from '#shared/words'
import { addDays } from '~/base/localTime'
import { useScheduleStore } from './scheduleStore'
import type { MovedCard } from '#shared/schedule/types'
import { ontoDay, type Places } from './sheetMoves'
import type { PlanTrial } from './usePlanTrial'

export type Shift = 'earlier' | 'later' | 'dayBefore' | 'dayAfter'
export const SHIFT_OF_KEY: Partial<Record<string, Shift>> = {
  ArrowUp: 'earlier',
  ArrowDown: 'later',
  ArrowLeft: 'dayBefore',
  ArrowRight: 'dayAfter',
}

const CARD_KEYS = { earlier: 'Alt ↑', later: 'Alt ↓', dayBefore: 'Alt ←', dayAfter: 'Alt →' }

/** Cards moved by keys: a place in their line, or the day before or after. They keep the focus. */
export function useCardShift(plan: PlanTrial, places: () => Places | null) {
  const schedule = useScheduleStore()
  const notices = useNoticesStore()
  const times = useTimes()
  let shifting: Promise<void> = Promise.resolve()
  /** Keys pressed one after another move one after another, each by the plan that the one before left. */
  const shift = (item: MovedCard, where: Shift): void =>
    void (shifting = shifting.then(() => shiftOne(item.id, where)))

  async function shiftOne(id: string, where: Shift): Promise<void> {
    await plan.settled()
    const one = places()?.cards.find((known) => known.id === id)
    if (!one) return
    const to = placeFor(one, where)
    const version = plan.base.value?.version
    if (!one.queueItemId || !version) return
    if (!to) return notices.say(words.move.noSlotThere)
    try {
      await schedule.move({ queueItemId: one.queueItemId, to, accountId: null }, version)
    } catch (error) {
      notices.complain(error)
    }
    await nextTick()
    document.querySelector<HTMLElement>(`[data-card="${one.id}"]`)?.focus()
  }
  function placeFor(one: MovedCard, where: Shift): MoveTo | null {
    const known = places()
    if (!known) return null
    if (where === 'earlier' || where === 'later') {
      const line = (plan.base.value?.lines ?? []).filter(({ accountId }) => accountId === one.accountId)
      const other = line[line.findIndex(({ id }) => id === one.queueItemId) + (where === 'earlier' ? -1 : 1)]
      return other ? { kind: where === 'earlier' ? 'before' : 'after', id: other.id } : null
    }
    const date = addDays(times.moment(one.at).date, where === 'dayBefore' ? -1 : 1)
    return ontoDay(one, date, known, (at) => times.moment(at).date)
  }
  // Cards hear these keys themselves; here they stand for the list of keys.
  useKeys(
    (['earlier', 'later', 'dayBefore', 'dayAfter'] as const).map((name) => ({
      keys: [CARD_KEYS[name]],
      message: words.move.keys[name],
      work: true,
      run: () => undefined,
    })),
  )
  return shift
}
