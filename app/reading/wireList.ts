import { readingRoutes } from '#shared/reading/routes'
import type { ArticleSummary, WirePage } from '#shared/reading/types'
import { sentenceOf } from '~/base/client'
import { queryOf, type WireFilter } from './wireFilter'

/** The Wire's list: its pages as they are read, and what came above it since. */
export function useWireList(filter: () => WireFilter) {
  const brand = useBrandStore()
  const session = useSessionStore()
  const clock = useClockStore()
  // Ten thousand rows and more may be loaded: the list is replaced, never watched in depth, and each row
  // tells its own changes.
  const rows = shallowRef<readonly ArticleSummary[]>([])
  const next = ref<string | null>(null)
  const arrived = shallowRef<readonly ArticleSummary[]>([])
  /** More came than a page holds: between its end and the list lie some that are not known here. */
  const arrivedMore = ref(false)
  const loading = ref(true)
  const failed = ref('')
  /** The brand the list is of: another one's list is never shown. */
  const loadedFor = ref<string | null>(null)
  let latest = 0
  let loadingMore: string | null = null

  const places = computed(() => new Map(rows.value.map((row, at) => [toRaw(row).id, at])))
  const placeOf = (id: string | null): number => (id === null ? -1 : (places.value.get(id) ?? -1))
  const rowOf = (id: string): ArticleSummary | undefined => rows.value[placeOf(id)]
  const alive = (page: WirePage): ArticleSummary[] => page.articles.map((row) => shallowReactive(row))
  const fetchPage = (after: string | null): Promise<WirePage> =>
    brand.call(readingRoutes.wire, { query: queryOf(filter(), clock.now, after) })

  /** Fetches the list anew, from its head. False where another was asked for meanwhile. */
  async function load(): Promise<boolean> {
    if (!session.brandId) return false
    const requestId = ++latest
    loadedFor.value = session.brandId
    loading.value = rows.value.length === 0
    failed.value = ''
    try {
      const page = await fetchPage(null)
      if (requestId === latest) show(page)
    } catch (error) {
      if (requestId === latest) failed.value = sentenceOf(error)
    } finally {
      if (requestId === latest) loading.value = false
    }
    return requestId === latest
  }
  function show(page: WirePage): void {
    rows.value = alive(page)
    next.value = page.next
    putArrived([])
  }

  async function loadMore(): Promise<void> {
    if (!next.value) return
    const requestId = latest
    const asked = next.value
    if (loadingMore === asked) return
    loadingMore = asked
    const page = await fetchPage(asked).finally(() => (loadingMore = null))
    if (requestId !== latest) return
    rows.value = [...rows.value, ...alive(page).filter((row) => placeOf(row.id) < 0)]
    next.value = page.next
  }

  /**
   * Looks what came or was decided elsewhere. Nothing moves: new articles wait above the list until they are
   * asked for.
   */
  async function refresh(): Promise<void> {
    if (loadedFor.value !== session.brandId || loading.value) return
    const requestId = latest
    const page = await fetchPage(null)
    if (requestId !== latest) return
    if (rows.value.length === 0) {
      rows.value = alive(page)
      next.value = page.next
      return
    }
    for (const row of page.articles) Object.assign(rowOf(row.id) ?? {}, row)
    const last = page.articles.at(-1)
    putArrived(arrivedOf(page), page.next !== null && last !== undefined && placeOf(last.id) < 0)
  }

  function putArrived(articles: ArticleSummary[], more = false): void {
    arrived.value = articles
    arrivedMore.value = more && articles.length > 0
  }

  /** What came since: in other orders than newest first it belongs further down and comes with its page. */
  function arrivedOf(page: WirePage): ArticleSummary[] {
    if (filter().order !== 'newest') return []
    // The page may reach further back than what is loaded here; what lies behind comes with the next page.
    const oldest = next.value === null ? '' : rows.value.at(-1)!.at
    return alive(page).filter((row) => placeOf(row.id) < 0 && row.at > oldest)
  }

  /** Puts what came since into the list. False where that would leave a gap: then it is to be fetched anew. */
  function takeArrived(): boolean {
    if (arrivedMore.value) return false
    rows.value = [...arrived.value, ...rows.value].sort((a, b) => b.at.localeCompare(a.at))
    putArrived([])
    return true
  }

  /** Takes a row off; gives what puts it back where it was. */
  function takeOff(id: string): () => void {
    const at = placeOf(id)
    const row = rows.value[at]
    if (!row) return () => undefined
    rows.value = rows.value.filter((candidate) => candidate.id !== id)
    return () => {
      if (placeOf(id) < 0) rows.value = [...rows.value.slice(0, at), row, ...rows.value.slice(at)]
    }
  }
  const clear = (): void => void (rows.value = [])

  return {
    rows,
    next,
    arrived,
    arrivedMore,
    loading,
    failed,
    loadedFor,
    placeOf,
    rowOf,
    load,
    loadMore,
    refresh,
    takeArrived,
    takeOff,
    clear,
  }
}

export type WireList = ReturnType<typeof useWireList>
