import { scheduleRoutes } from '#shared/schedule/routes'
import type { LateQueueItem, ScheduleView } from '#shared/schedule/types'
import type { ChangeKind, Undoable } from '#shared/platform/types'
import * as words from '#shared/words'
import { addDays } from '~/base/localTime'
import type { MoveTo } from '#core/schedule/moves'

const DAYS = 7

export interface Move {
  queueItemId: string
  to: MoveTo
  /** The account it is moved to; null for its own. */
  accountId: string | null
}

/** What a hold is of: the whole brand, one account, one post. */
export type HoldTarget = { kind: 'brand' } | { kind: 'account' | 'post'; id: string }

/** The kinds of change that move something in the plan. */
export const PLAN_CHANGES = [
  'line',
  'line-order',
  'delivery',
  'account',
  'pillar',
  'brand',
  'clock',
  'almanac',
] as const satisfies ChangeKind[]

/**
 * The next seven days (the ribbon), the seven days the Schedule shows, which are the same unless one moves,
 * and while cards can be moved what the plan is made from: all by one request and one plan.
 */
export const useScheduleStore = defineStore('schedule', () => {
  const brand = useBrandStore()
  const session = useSessionStore()
  const notices = useNoticesStore()
  const changes = useChangesStore()
  const times = useTimes()
  /** The first day shown; null for today. */
  const from = ref<string | null>(null)
  /** How many there are who move cards. */
  const movers = ref(0)
  const query = useBrandQuery(scheduleRoutes.schedule, {
    changes: PLAN_CHANGES,
    given: () => {
      const besides = [...(from.value === null ? [] : ['coming']), ...(movers.value > 0 ? ['base'] : [])]
      return {
        query: {
          ...(from.value === null ? {} : { from: from.value, days: DAYS }),
          ...(besides.length > 0 ? { with: besides.join(',') } : {}),
        },
      }
    },
  })
  const { data: shown, failed, load } = query
  // The ribbon stands on every screen: it stays while something else of the Schedule is on its way.
  const ribbon = shallowRef<ScheduleView | null>(null)
  watch(
    shown,
    (now) => {
      if (!now) return
      ribbon.value = now.coming ?? now
      useClockStore().set(now.now)
    },
    { immediate: true, flush: 'sync' },
  )
  watch(
    () => session.brandId,
    () => (from.value = null),
    { flush: 'sync' },
  )

  /** Shows the seven days from a day on; null goes back to today. */
  async function open(date: string | null): Promise<void> {
    from.value = date === ribbon.value?.from ? null : date
    await load()
  }
  const step = (days: number): Promise<void> => open(addDays(shown.value?.from ?? '', days))
  /** Asks for the plan's base too, for as long as the scope lives. */
  function wantBase(): void {
    movers.value++
    onScopeDispose(() => movers.value--)
  }

  async function takeOut(queueItemId: string): Promise<void> {
    await undoably(
      ({ echoes }: Undoable & { echoes: number }) => words.notices.takenOutWith(echoes),
      () => brand.call(scheduleRoutes.takeOut, { id: queueItemId }),
    )
  }
  /** Moves a post as it was shown, with the version of the plan it was shown with. */
  async function moveQueueItem({ queueItemId, to, accountId }: Move, planVersion: string): Promise<void> {
    const body = { to, accountId, planVersion }
    await undoably(
      () => movedTo(queueItemId),
      () => brand.call(scheduleRoutes.moveItem, { id: queueItemId, body }),
    )
  }
  function movedTo(queueItemId: string): string {
    const card = [...(shown.value?.cards ?? []), ...(ribbon.value?.cards ?? [])].find(
      (card) => card.queueItemId === queueItemId,
    )
    // It may stand on a day that is not among those shown.
    const at = card?.at ?? shown.value?.base?.lines.find(({ id }) => id === queueItemId)?.at
    return at ? words.move.done(times.shortDayTime(at)) : words.move.doneNowhere
  }

  const hold = (of: HoldTarget, reason: string, until: string | null): Promise<void> =>
    undoably(
      () => words.hold.held,
      () => brand.call(scheduleRoutes.hold, { body: { of, reason, until } }),
      true,
    )
  const lift = (of: HoldTarget, late: 'line' | 'take-out' | 'leave'): Promise<void> =>
    undoably(
      () => words.hold.lifted,
      () => brand.call(scheduleRoutes.lift, { body: { of, late } }),
      true,
    )
  const late = (of: HoldTarget): Promise<LateQueueItem[]> =>
    brand.call(scheduleRoutes.lateItems, { query: of.kind === 'brand' ? {} : { [of.kind]: of.id } })
  async function sendNow(queueItemId: string): Promise<void> {
    await brand.call(scheduleRoutes.sendNow, { id: queueItemId })
    await changes.whenFresh()
    notices.say(words.notices.handedOver)
  }

  async function undoably<T extends Undoable>(
    message: (result: T) => string,
    work: () => Promise<T>,
    asks = false,
  ): Promise<void> {
    const id = session.brandId!
    const result = await work()
    await changes.whenFresh()
    notices.sayUndoable(message(result), id, result.historyId, undefined, asks)
  }
  return {
    ribbon,
    failed,
    shown,
    from,
    wantBase,
    load,
    open,
    step,
    move: moveQueueItem,
    takeOut,
    sendNow,
    hold,
    lift,
    late,
  }
})
