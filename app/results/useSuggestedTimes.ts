import { scheduleRoutes } from '#shared/schedule/routes'
import { resultsRoutes } from '#shared/results/routes'
import type { Undoable } from '#shared/platform/types'
import type { PlanChange } from '#shared/schedule/types'
import type { SuggestedTimesOf } from '#shared/results/types'
import * as words from '#shared/words'
import { DAYS_OF, withTimes, type PlannedSlot } from '~/schedule/timetables'

type Kind = SuggestedTimesOf['days']

/**
 * The times suggested for an account by its own results: which of them are taken is one's choice, what that
 * moves is asked for meanwhile, and nothing is stored before one takes them.
 */
export function useSuggestedTimes(id: string) {
  const brand = useBrandStore()
  const account = computed(() => brand.view?.accounts.find((one) => one.id === id) ?? null)
  /** Empty for what the account has now. */
  const wish = reactive({ count: '', gap: '', from: '', to: '' })
  const { data: view, failed } = useBrandQuery(resultsRoutes.suggestedTimes, {
    changes: ['responses', 'account', 'brand', 'clock'],
    given: () => ({
      id,
      query: Object.fromEntries(Object.entries(wish).filter(([, value]) => value !== '')),
    }),
  })
  /** Other times, or more of them; as many that are only as good as those there are change nothing. */
  const isDifferent = ({ slots, found }: SuggestedTimesOf): boolean =>
    found !== null &&
    found.times.map(({ time }) => time).join() !== slots.join() &&
    !(found.verdict === 'as good' && found.times.length === slots.length)

  /** Which are to be taken: those that are surely better, unless one chose otherwise. */
  const chosen = reactive<Partial<Record<Kind, boolean>>>({})
  const isTaken = (one: SuggestedTimesOf): boolean =>
    isDifferent(one) && (chosen[one.days] ?? one.found?.verdict === 'better')
  const taken = computed(() => (view.value?.kinds ?? []).filter(isTaken))

  const body = computed(() => {
    const one = account.value
    if (!one || taken.value.length === 0) return null
    const { except, holidays, perDay, minGapMinutes, repeatAfterDays, mix, version } = one
    let slots: PlannedSlot[] = one.slots.map(({ weekday, time, use, pillarId }) => ({
      weekday,
      time,
      use,
      pillarId,
    }))
    for (const { days, found } of taken.value)
      slots = withTimes(
        slots,
        DAYS_OF[days],
        found!.times.map(({ time }) => time),
      )
    return { slots, except, holidays, perDay, minGapMinutes, repeatAfterDays, mix, version }
  })
  const change = shallowRef<PlanChange | null>(null)
  let latest = 0
  watch(
    () => JSON.stringify(body.value),
    async () => {
      const requestId = ++latest
      change.value = null
      if (!body.value || !brand.isOwner) return
      const found = await brand.call(scheduleRoutes.tryTimetable, { id, body: body.value }).catch(() => null)
      if (requestId === latest) change.value = found
    },
    { immediate: true },
  )

  const busy = ref(false)
  const problem = shallowRef<unknown>(null)
  async function take(): Promise<void> {
    const asked = body.value
    if (!asked) return
    busy.value = true
    problem.value = null
    try {
      await brand.change<Undoable>(words.results.times.taken, () =>
        brand.call(scheduleRoutes.setTimetable, { id, body: asked }),
      )
    } catch (error) {
      problem.value = error
    } finally {
      busy.value = false
    }
  }
  return { account, view, failed, wish, chosen, isDifferent, isTaken, body, change, busy, problem, take }
}
