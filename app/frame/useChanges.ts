import { isListOf, isNumber, isShape, isText, orNull, readJson, type Is } from '#shared/platform/json'
import { useDebounceFn } from '@vueuse/core'
import type { ChangeEvent, ChangeKind } from '#shared/platform/types'
import * as words from '#shared/words'
import { useWireStore } from '~/reading/wireStore'
import { useClippingsStore } from '~/clippings/clippingsStore'
import { useImportsStore } from '~/sources/importsStore'
import { useScheduleStore } from '~/schedule/scheduleStore'
import { useDeskStore } from '~/posts/deskStore'
import { useNoticeListStore } from '~/notices/noticeListStore'

const isChanges = isListOf(
  isShape<ChangeEvent>({
    seq: isNumber,
    brandId: orNull(isText),
    what: isText as Is<ChangeEvent['what']>,
    which: isText,
  }),
)

/**
 * Follows the server's stream of changes while the component is there, and tells each store what concerns it.
 * Bursts are told once. The browser takes the stream up again by itself where it was cut.
 */
export function useChanges(): void {
  const brand = useBrandStore()
  const wire = useWireStore()
  const clippings = useClippingsStore()
  const imports = useImportsStore()
  const schedule = useScheduleStore()
  const desk = useDeskStore()
  const session = useSessionStore()
  const notices = useNoticesStore()
  const noticeList = useNoticeListStore()
  const goTo = useGoTo()
  const waiting = new Set<ChangeKind>()
  /** Watches that have something to tell. */
  const told = new Set<string>()

  const tell = useDebounceFn(
    () => {
      const kinds = new Set(waiting)
      waiting.clear()
      const some = (...wanted: ChangeKind[]): boolean => wanted.some((kind) => kinds.has(kind))
      const work: Promise<unknown>[] = []
      if (some('brand')) work.push(session.load())
      if (
        some(
          'brand',
          'account',
          'pillar',
          'watch',
          'source',
          'article',
          'tag',
          'watch-hit',
          'post',
          'line',
          'notice',
        )
      )
        work.push(brand.load())
      if (some('notice')) work.push(noticeList.refresh())
      if (some('article', 'watch', 'source', 'tag')) work.push(wire.refresh())
      if (some('import')) work.push(imports.load())
      if (some('article', 'line', 'delivery', 'tag')) work.push(clippings.refresh())
      if (some('line', 'delivery', 'account', 'pillar', 'brand', 'clock')) work.push(schedule.load())
      if (some('post', 'line', 'delivery')) work.push(desk.refresh())
      if (some('delivery', 'brand', 'account')) work.push(desk.refreshContext())
      // What could not be fetched now is fetched with the next change; the screens keep what they show.
      void Promise.allSettled(work).then(tellNews)
    },
    150,
    { maxWait: 1000 },
  )

  /** Says what watches that tell have found, once it is known how much. */
  function tellNews(): void {
    const found = (brand.view?.watches ?? []).filter(({ id, news }) => told.has(id) && news > 0)
    told.clear()
    const [first] = found
    if (first)
      notices.sayWithLink(
        found.map(({ name, news }) => words.frame.news(name, news)).join(' · '),
        words.frame.lookAt,
        () => goTo({ path: '/wire', query: { watch: first.id } }),
      )
  }

  onMounted(() => {
    const stream = new EventSource('/api/events')
    stream.addEventListener('changes', (event: MessageEvent<string>) => {
      const changes = readJson(event.data, isChanges)
      const own = changes.filter((change) => change.brandId === null || change.brandId === session.brandId)
      for (const change of own) {
        waiting.add(change.what)
        if (change.what === 'watch-hit') told.add(change.which)
      }
      if (own.length > 0) void tell()
    })
    onScopeDispose(() => stream.close())
  })
}
