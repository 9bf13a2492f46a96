import { useDebounceFn } from '@vueuse/core'
import type { ChangeEvent, ChangeKind } from '#shared/api'

/**
 * Follows the server's stream of changes while the component is there, and tells each store what concerns it. Bursts are told once.
 * The browser takes the stream up again by itself where it was cut.
 */
export function useChanges(): void {
  const brand = useBrandStore()
  const wire = useWireStore()
  const clippings = useClippingsStore()
  const imports = useImportsStore()
  const schedule = useScheduleStore()
  const session = useSessionStore()
  const waiting = new Set<ChangeKind>()

  const tell = useDebounceFn(
    () => {
      const kinds = new Set(waiting)
      waiting.clear()
      const some = (...wanted: ChangeKind[]): boolean => wanted.some((kind) => kinds.has(kind))
      const work: Promise<unknown>[] = []
      if (some('brand')) work.push(session.load())
      if (some('brand', 'account', 'pillar', 'watch', 'source', 'article')) work.push(brand.load())
      if (some('article', 'watch', 'source')) work.push(wire.refresh())
      if (some('import')) work.push(imports.load())
      if (some('article', 'line', 'delivery')) work.push(clippings.refresh())
      if (some('line', 'delivery', 'account', 'pillar', 'brand', 'clock')) work.push(schedule.load())
      // What could not be fetched now is fetched with the next change; the screens keep what they show.
      void Promise.allSettled(work)
    },
    150,
    { maxWait: 1000 },
  )

  onMounted(() => {
    const stream = new EventSource('/api/events')
    stream.addEventListener('changes', (event: MessageEvent<string>) => {
      const changes = JSON.parse(event.data) as ChangeEvent[]
      const own = changes.filter((change) => change.brandId === null || change.brandId === session.brandId)
      own.forEach((change) => waiting.add(change.what))
      if (own.length > 0) void tell()
    })
    onScopeDispose(() => stream.close())
  })
}
