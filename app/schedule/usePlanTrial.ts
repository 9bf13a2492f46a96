import { scheduleRoutes } from '#shared/schedule/routes'
import type { PlanBase } from '#shared/schedule/types'
import type { MoveTrial, PlanAnswer, PlanAsk } from './workers/plan'
import { useScheduleStore, type Move } from './scheduleStore'

/**
 * The plan in this browser: what a move would do is worked out here, in a worker, before anybody confirms it.
 */
export function usePlanTrial() {
  const brand = useBrandStore()
  const schedule = useScheduleStore()
  const base = shallowRef<PlanBase | null>(null)
  const waiting = new Map<number, (trial: MoveTrial | null) => void>()
  let worker: Worker | null = null
  let latest = 0

  function ask(what: Pick<PlanAsk, 'input' | 'move'>): Promise<MoveTrial | null> {
    worker ??= begin()
    const requestId = ++latest
    const { zone = 'UTC', language = null } = brand.view?.brand ?? {}
    const texts = what.input
      ? Object.fromEntries((base.value?.lines ?? []).map(({ id, text }) => [id, text]))
      : {}
    worker.postMessage({ requestId, ...what, texts, zone, language } satisfies PlanAsk)
    return new Promise((resolve) => waiting.set(requestId, resolve))
  }
  function begin(): Worker {
    const made = new Worker(new URL('./workers/plan.ts', import.meta.url), { type: 'module' })
    made.addEventListener('message', ({ data }: MessageEvent<PlanAnswer>) => {
      waiting.get(data.requestId)?.(data.trial)
      waiting.delete(data.requestId)
    })
    return made
  }
  let loading: Promise<void> = Promise.resolve()
  const load = (): Promise<void> => (loading = loadOnce())
  async function loadOnce(): Promise<void> {
    const found = await brand.call(scheduleRoutes.plan).catch(() => null)
    if (!found) return
    base.value = found
    void ask({ input: found.input, move: null })
  }
  const tryMove = ({ queueItemId, to, accountId }: Move): Promise<MoveTrial | null> =>
    ask({ input: null, move: { id: queueItemId, to, accountId } })

  watch(() => schedule.ribbon, load, { immediate: true })
  onBeforeUnmount(() => worker?.terminate())
  /** Once the plan is the newest that was asked for. */
  const settled = (): Promise<void> => loading
  return { base, tryMove, settled }
}

export type PlanTrial = ReturnType<typeof usePlanTrial>
