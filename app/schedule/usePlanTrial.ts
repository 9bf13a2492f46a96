import type { MoveTrial, PlanAnswer, PlanAsk } from './workers/plan'
import { useScheduleStore, type Move } from './scheduleStore'

/**
 * The plan in this browser: what a move would do is worked out here, in a worker, before anybody confirms it.
 */
export function usePlanTrial() {
  const brand = useBrandStore()
  const schedule = useScheduleStore()
  const changes = useChangesStore()
  schedule.wantBase()
  const base = computed(() => schedule.shown?.base ?? null)
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
  watch(base, (now) => now && void ask({ input: now.input, move: null }), { immediate: true })
  const tryMove = ({ queueItemId, to, accountId }: Move): Promise<MoveTrial | null> =>
    ask({ input: null, move: { id: queueItemId, to, accountId } })

  onBeforeUnmount(() => worker?.terminate())
  /** Once the plan is the newest that is known of. */
  const settled = (): Promise<unknown> => changes.whenFresh()
  return { base, tryMove, settled }
}

export type PlanTrial = ReturnType<typeof usePlanTrial>
