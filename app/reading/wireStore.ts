import { readingRoutes } from '#shared/reading/routes'
import type { ArticleFull, ArticleSummary, WirePage } from '#shared/reading/types'
import type { ArticleState } from '#shared/articles/types'
import { sentenceOf } from '~/base/client'
import { belongsTo, type ExcludedBy, type Show } from '#shared/articles/shows'
import * as words from '#shared/words'

/** Who decides, among the changes of this window. */
const WIRE = 'wire'
const HOUR = 3_600_000
const DAY = 24 * HOUR

export type Order = 'newest' | 'oldest' | 'waiting' | 'mixed'

/** What narrows the list besides the watch and what was decided; null for any. */
export interface Narrowing {
  tag: string | null
  folder: string | null
  source: string | null
  own: 'yes' | 'no' | null
  kind: string | null
  language: string | null
  region: string | null
  /** Words of one's own that must all be in the article. */
  words: string | null
  age: 'day' | 'week' | 'month' | null
}

export interface WireFilter extends Narrowing {
  show: Show
  order: Order
  watch: string | null
}

export const NO_NARROWING: Readonly<Narrowing> = {
  tag: null,
  folder: null,
  source: null,
  own: null,
  kind: null,
  language: null,
  region: null,
  words: null,
  age: null,
}
export const NO_FILTER: Readonly<WireFilter> = { show: 'open', order: 'newest', watch: null, ...NO_NARROWING }
const DAYS = { day: 1, week: 7, month: 31 }

/** The list of articles, the one on the sheet, and what is decided about them. */
export const useWireStore = defineStore('wire', () => {
  const brand = useBrandStore()
  const session = useSessionStore()
  const clock = useClockStore()
  const notices = useNoticesStore()
  const filter = ref<WireFilter>({ ...NO_FILTER })
  // Ten thousand rows and more may be loaded: the list is replaced, never watched in depth, and each row
  // tells its own changes.
  const rows = shallowRef<readonly ArticleSummary[]>([])
  const next = ref<string | null>(null)
  const arrived = shallowRef<readonly ArticleSummary[]>([])
  /** More came than a page holds: between its end and the list lie some that are not known here. */
  const arrivedMore = ref(false)
  const loading = ref(true)
  const failed = ref('')
  const selectedId = ref<string | null>(null)
  const chosen = ref<ReadonlySet<string>>(new Set())
  const article = ref<ArticleFull | null>(null)
  const articleFailed = ref('')
  /** The article whose page is being fetched. */
  const lookingAt = ref<string | null>(null)
  const pages = usePages(WIRE)
  /** The brand the list is of: another one's list is never shown. */
  const loadedFor = ref<string | null>(null)
  let latest = 0
  let loadingMore: string | null = null

  const isNarrowed = computed(() =>
    Object.keys(NO_NARROWING).some((name) => filter.value[name as keyof Narrowing] !== null),
  )
  const places = computed(() => new Map(rows.value.map((row, at) => [toRaw(row).id, at])))
  const placeOf = (id: string | null): number => (id === null ? -1 : (places.value.get(id) ?? -1))
  const rowOf = (id: string): ArticleSummary | undefined => rows.value[placeOf(id)]
  const index = computed(() => placeOf(selectedId.value))
  /** The article read last: from there one goes on after the sheet was put away. */
  let lastId: string | null = null
  const alive = (page: WirePage): ArticleSummary[] => page.articles.map((row) => shallowReactive(row))

  function fetchPage(after: string | null): Promise<WirePage> {
    const { age, ...plain } = filter.value
    const query = Object.fromEntries(
      Object.entries<string | null>(plain).flatMap(([name, value]) =>
        value === null ? [] : [[name, value]],
      ),
    )
    // A whole hour, so that the pages of one list begin at the same instant.
    const since = age && new Date(Math.floor((clock.now - DAYS[age] * DAY) / HOUR) * HOUR)
    return brand.call(readingRoutes.wire, {
      query: { ...query, ...(since ? { since: since.toISOString() } : {}), ...(after ? { after } : {}) },
    })
  }

  /** Fetches the list anew, from its head. */
  async function load(): Promise<void> {
    if (!session.brandId) return
    const requestId = ++latest
    loadedFor.value = session.brandId
    loading.value = rows.value.length === 0
    failed.value = ''
    try {
      const page = await fetchPage(null)
      if (requestId !== latest) return
      rows.value = alive(page)
      next.value = page.next
      putArrived([])
      if (index.value < 0) await select(null)
    } catch (error) {
      if (requestId === latest) failed.value = sentenceOf(error)
    } finally {
      if (requestId === latest) loading.value = false
    }
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
    if (filter.value.order !== 'newest') return []
    // The page may reach further back than what is loaded here; what lies behind comes with the next page.
    const oldest = next.value === null ? '' : rows.value.at(-1)!.at
    return alive(page).filter((row) => placeOf(row.id) < 0 && row.at > oldest)
  }

  /** Puts what came since into the list; where that leaves a gap the list is fetched anew. */
  async function showArrived(): Promise<void> {
    if (arrivedMore.value) return load()
    rows.value = [...arrived.value, ...rows.value].sort((a, b) => b.at.localeCompare(a.at))
    putArrived([])
  }

  async function setFilter(wanted: Partial<WireFilter>): Promise<void> {
    filter.value = { ...filter.value, ...wanted }
    rows.value = []
    clearChosen()
    if (filter.value.watch) void brand.seeWatch(filter.value.watch)
    await select(null)
    await load()
  }

  /** Puts an article on the sheet; one that was new counts as read from then on. */
  async function select(id: string | null): Promise<void> {
    lastId = selectedId.value ?? lastId
    selectedId.value = id
    articleFailed.value = ''
    if (id === null) {
      article.value = null
      return
    }
    try {
      const full = pages.ready(id) ?? (await brand.call(readingRoutes.article, { id }))
      if (selectedId.value !== id) return
      const row = rowOf(id)
      article.value = row ? { ...full, state: row.state, leftOut: row.leftOut } : full
      if (article.value.state === 'new' && brand.canWork) await markRead(id)
      if (full.textFrom !== null) void markOpened(id)
      if (full.pageWaits && brand.canWork) await lookAtPage(id)
    } catch (error) {
      if (selectedId.value === id) articleFailed.value = sentenceOf(error)
    }
    const following = rows.value[index.value + 1]
    if (selectedId.value === id && following && brand.canWork) void pages.look(following.id)
  }

  /** Puts the whole text in the summary's place as soon as the article's own page has given it. */
  async function lookAtPage(id: string): Promise<void> {
    lookingAt.value = id
    const full = await pages.look(id)
    if (lookingAt.value === id) lookingAt.value = null
    if (full?.textFrom === 'page') void markOpened(id)
    if (full && article.value?.id === id)
      article.value = { ...full, state: article.value.state, leftOut: article.value.leftOut }
  }

  function step(by: 1 | -1): void {
    // With no article on the sheet the one read last comes again, where the list still has it.
    const target =
      index.value < 0 ? (rows.value[placeOf(lastId)] ?? rows.value[0]) : rows.value[index.value + by]
    if (target) void select(target.id)
    if (by === 1 && index.value >= rows.value.length - 8) void loadMore()
  }

  /** Keeps that the article was read: whole on the sheet, or on its own page. */
  async function markOpened(id: string, original = false): Promise<void> {
    if (article.value?.id !== id || article.value.opened || !brand.canWork) return
    article.value = { ...article.value, opened: true }
    // Nothing hangs on it but a check: where it fails, it is kept the next time.
    await brand.call(readingRoutes.markOpened, { id, body: { original }, by: WIRE }).catch(() => undefined)
  }

  async function markRead(id: string): Promise<void> {
    putState(id, 'read')
    await brand
      .call(readingRoutes.setStates, { body: { ids: [id], state: 'read' }, by: WIRE })
      .catch(() => putState(id, 'new'))
  }

  /** What a person decides is no rule's doing any more. */
  function putState(id: string, state: ArticleState, leftOut: ExcludedBy | null = null): void {
    const row = rowOf(id)
    if (row) Object.assign(row, { state, leftOut })
    if (article.value?.id === id) article.value = { ...article.value, state, leftOut }
  }

  /**
   * Decides about an article: shown at once, saved behind, put back with a sentence if that fails. What was
   * decided already is taken back by deciding it again.
   */
  const decide = (id: string, wanted: ArticleState): Promise<void> =>
    notices.whileSaving(decideNow(id, wanted))

  async function decideNow(id: string, wanted: ArticleState): Promise<void> {
    const known = rowOf(id) ?? article.value
    const title = known?.title ?? ''
    const state = known?.state === wanted ? 'read' : wanted
    const putBack = leaveList(id, state)
    const brandId = session.brandId!
    try {
      const { historyId } = await brand.call(readingRoutes.setState, { id, body: { state }, by: WIRE })
      notices.sayUndoable(
        words.notices.stateOf(words.notices.states[state], title),
        brandId,
        historyId,
        () => {
          putBack()
          return reload(id)
        },
      )
    } catch (error) {
      putBack()
      notices.complain(words.notices.putBack(sentenceOf(error)))
    }
  }

  /**
   * Takes a row that no longer belongs off the list, the next one on the sheet. Returns what puts it back.
   */
  function leaveList(id: string, state: ArticleState): () => void {
    const at = placeOf(id)
    const row = rows.value[at]
    if (!row) return () => undefined
    const { state: before, leftOut } = row
    const wasSelected = selectedId.value === id
    putState(id, state)
    if (belongsTo(filter.value.show, state, null)) return () => putState(id, before, leftOut)
    rows.value = rows.value.filter((candidate) => candidate.id !== id)
    if (wasSelected) void select((rows.value[at] ?? rows.value[at - 1])?.id ?? null)
    return () => {
      Object.assign(row, { state: before, leftOut })
      if (placeOf(id) >= 0) return
      rows.value = [...rows.value.slice(0, at), row, ...rows.value.slice(at)]
      if (wasSelected) void select(id)
    }
  }

  /** Chooses an article, or lets it go, for deciding about several at once. */
  function choose(id: string): void {
    const next = new Set(chosen.value)
    if (!next.delete(id)) next.add(id)
    chosen.value = next
  }
  const clearChosen = (): void => void (chosen.value = new Set())

  /** Decides about all that are chosen, as one change that is undone as one. */
  async function decideChosen(state: Extract<ArticleState, 'clipped' | 'shelved' | 'passed'>): Promise<void> {
    const ids = [...chosen.value]
    clearChosen()
    await notices.whileSaving(
      putAll(ids, state, words.wire.several.said(words.notices.states[state], ids.length)),
    )
  }

  /** Everything from the head of the list to the chosen row counts as read. */
  async function readAbove(): Promise<void> {
    const ids = rows.value.slice(0, index.value + 1).flatMap((row) => (row.state === 'new' ? [row.id] : []))
    if (ids.length > 0)
      await notices.whileSaving(putAll(ids, 'read', words.wire.several.readSaid(ids.length)))
  }

  /** Articles that were passed over count as read, without a word: nothing is decided by it. */
  async function readPassed(ids: string[]): Promise<void> {
    const fresh = ids.filter((id) => rowOf(id)?.state === 'new')
    if (fresh.length === 0) return
    for (const id of fresh) putState(id, 'read')
    await brand
      .call(readingRoutes.setStates, { body: { ids: fresh, state: 'read' }, by: WIRE })
      .catch(() => fresh.forEach((id) => putState(id, 'new')))
  }

  const AT_ONCE = 500
  async function putAll(ids: string[], state: ArticleState, message: string): Promise<void> {
    const putBacks = ids.map((id) => leaveList(id, state))
    const brandId = session.brandId!
    try {
      for (let at = 0; at < ids.length; at += AT_ONCE) {
        const { historyId } = await brand.call(readingRoutes.setStates, {
          body: { ids: ids.slice(at, at + AT_ONCE), state },
          by: WIRE,
        })
        notices.sayUndoable(message, brandId, historyId, load)
      }
    } catch (error) {
      for (const putBack of putBacks.reverse()) putBack()
      notices.complain(words.notices.putBack(sentenceOf(error)))
    }
  }

  /** Fetches one row's state anew. */
  async function reload(id: string): Promise<void> {
    const full = await brand.call(readingRoutes.article, { id })
    putState(id, full.state, full.leftOut)
    if (selectedId.value === id) article.value = full
  }
  // What is decided here stands on the list already.
  onChanges(['article', 'watch', 'source', 'tag'], refresh, { but: WIRE })
  onChanges(['tag'], () => (selectedId.value === null ? undefined : reload(selectedId.value)))

  return {
    filter,
    rows,
    next,
    loadedFor,
    arrived,
    arrivedMore,
    loading,
    failed,
    selectedId,
    article,
    articleFailed,
    lookingAt,
    index,
    load,
    loadMore,
    refresh,
    showArrived,
    setFilter,
    select,
    markOpened,
    step,
    chosen,
    isNarrowed,
    choose,
    clearChosen,
    decideChosen,
    readAbove,
    readPassed,
    decide,
    leaveList,
    reload,
  }
})
