import type { Instant } from '#core/instant'
import type { DaysAsk, DaysNamed } from './workers/daysNamed'

/** What is longer than this is looked at no further. */
const PATIENCE_MS = 3000
const MOST = 3

interface Dated {
  id: string
  html: string
  at: Instant
  language: string | null
}

/**
 * The last days of what an article names that are still to come, soonest first, a few at most; none while
 * they are being read.
 */
export function useDaysNamed(article: () => Dated | null) {
  const brand = useBrandStore()
  const clock = useClockStore()
  const times = useTimes()
  const found = shallowRef<DaysNamed>([])
  let worker: Worker | undefined
  function stop(): void {
    worker?.terminate()
    worker = undefined
  }
  watch(
    () => article()?.id,
    () => {
      stop()
      found.value = []
      const known = article()
      if (!known || known.html === '') return
      const reader = new Worker(new URL('./workers/daysNamed.ts', import.meta.url), { type: 'module' })
      worker = reader
      const patience = setTimeout(stop, PATIENCE_MS)
      reader.addEventListener('message', ({ data }: MessageEvent<DaysNamed>) => {
        clearTimeout(patience)
        reader.terminate()
        if (worker === reader) found.value = data
      })
      const { html, at, language } = known
      const zone = brand.view?.brand.zone ?? 'UTC'
      reader.postMessage({ html, at, zone, language } satisfies DaysAsk)
    },
    { immediate: true },
  )
  onScopeDispose(stop)
  return computed(() => {
    const today = times.moment(clock.now).date
    const days = new Map(found.value.filter(({ until }) => until >= today).map((day) => [day.until, day]))
    return [...days.values()].sort((a, b) => a.until.localeCompare(b.until)).slice(0, MOST)
  })
}
