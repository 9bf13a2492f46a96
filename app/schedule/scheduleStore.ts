import { scheduleRoutes } from '#shared/schedule/routes'
import type { ScheduleView, FoundAhead, LateQueueItem } from '#shared/schedule/types'
import type { Undoable } from '#shared/platform/types'
import { sentenceOf } from '~/base/client'
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

/**
 * The next seven days (the ribbon), and the seven days the Schedule shows, which are the same unless one
 * moves.
 */
export const useScheduleStore = defineStore('schedule', () => {
  const ribbon = ref<ScheduleView | null>(null)
  const other = ref<ScheduleView | null>(null)
  const from = ref<string | null>(null)
  /** Why there is nothing to show; empty where there is, or may be yet. */
  const failed = ref('')
  const brand = useBrandStore()
  const session = useSessionStore()
  const notices = useNoticesStore()
  const times = useTimes()
  const shown = computed(() =>
    from.value === null || from.value === ribbon.value?.from ? ribbon.value : other.value,
  )

  async function load(): Promise<void> {
    const asked = session.brandId
    if (!asked) return
    const week = await brand.call(scheduleRoutes.schedule).catch((error: unknown) => {
      if (!ribbon.value) failed.value = sentenceOf(error)
      throw error
    })
    failed.value = ''
    const moved =
      from.value !== null && from.value !== week.from
        ? await brand.call(scheduleRoutes.schedule, { query: { from: from.value, days: DAYS } })
        : null
    if (asked !== session.brandId) return
    ribbon.value = week
    other.value = moved
    useClockStore().set(week.now)
  }

  /** Shows the seven days from a day on; null goes back to today. */
  async function open(date: string | null): Promise<void> {
    from.value = date
    await load()
  }
  const step = (days: number): Promise<void> => open(addDays(shown.value?.from ?? '', days))

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
    return card ? words.move.done(times.shortDayTime(card.at)) : words.move.doneNowhere
  }

  const hold = (of: HoldTarget, reason: string, until: string | null): Promise<void> =>
    undoably(
      () => words.hold.held,
      () => brand.call(scheduleRoutes.hold, { body: { of, reason, until } }),
      brand.load,
      true,
    )
  const lift = (of: HoldTarget, late: 'line' | 'take-out' | 'leave'): Promise<void> =>
    undoably(
      () => words.hold.lifted,
      () => brand.call(scheduleRoutes.lift, { body: { of, late } }),
      brand.load,
      true,
    )
  const late = (of: HoldTarget): Promise<LateQueueItem[]> =>
    brand.call(scheduleRoutes.lateItems, { query: of.kind === 'brand' ? {} : { [of.kind]: of.id } })
  const lookAhead = (): Promise<FoundAhead[]> => brand.call(scheduleRoutes.lookAhead)
  async function sendNow(queueItemId: string): Promise<void> {
    await brand.call(scheduleRoutes.sendNow, { id: queueItemId })
    await load()
    notices.say(words.notices.handedOver)
  }

  async function undoably<T extends Undoable>(
    message: (result: T) => string,
    work: () => Promise<T>,
    also: () => Promise<unknown> = () => Promise.resolve(),
    asks = false,
  ): Promise<void> {
    const id = session.brandId!
    const result = await work()
    await Promise.all([load(), also()])
    notices.sayUndoable(message(result), id, result.historyId, () => Promise.all([load(), also()]), asks)
  }
  return {
    ribbon,
    failed,
    shown,
    from,
    load,
    open,
    step,
    move: moveQueueItem,
    takeOut,
    sendNow,
    hold,
    lift,
    late,
    lookAhead,
  }
})
