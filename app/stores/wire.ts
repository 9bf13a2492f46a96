import type { ArticleFull, ArticleRow, ArticleState, Undoable, WirePage } from '#shared/api'
import { api, sentenceOf } from '../api/client'
import { words } from '#shared/words'

export type Show = 'open' | 'clipped' | 'shelved' | 'passed' | 'all'

export interface WireFilter {
  show: Show
  watch: string | null
}

const BELONGS: Record<Show, ArticleState[]> = {
  open: ['new', 'read'],
  clipped: ['clipped'],
  shelved: ['shelved'],
  passed: ['passed'],
  all: ['new', 'read', 'clipped', 'shelved', 'passed'],
}

/** The list of articles, the one on the sheet, and what is decided about them. */
export const useWireStore = defineStore('wire', () => {
  const brand = useBrandStore()
  const session = useSessionStore()
  const notices = useNoticesStore()
  const filter = ref<WireFilter>({ show: 'open', watch: null })
  const rows = ref<ArticleRow[]>([])
  const next = ref<string | null>(null)
  const arrived = ref<ArticleRow[]>([])
  const loading = ref(true)
  const failed = ref('')
  const selectedId = ref<string | null>(null)
  const article = ref<ArticleFull | null>(null)
  const articleFailed = ref('')
  /** The brand the list is of: another one's list is never shown. */
  const loadedFor = ref<string | null>(null)
  let turn = 0

  const index = computed(() => rows.value.findIndex((row) => row.id === selectedId.value))

  const pagePath = (after: string | null): string => {
    const query = new URLSearchParams({ show: filter.value.show })
    if (filter.value.watch) query.set('watch', filter.value.watch)
    if (after) query.set('after', after)
    return brand.path(`/articles?${query}`)
  }

  /** Fetches the list anew, from its head. */
  async function load(): Promise<void> {
    if (!session.brandId) return
    const mine = ++turn
    loadedFor.value = session.brandId
    loading.value = rows.value.length === 0
    failed.value = ''
    try {
      const page = await api.get<WirePage>(pagePath(null))
      if (mine !== turn) return
      rows.value = page.articles
      next.value = page.next
      arrived.value = []
      if (index.value < 0) await select(null)
    } catch (error) {
      if (mine === turn) failed.value = sentenceOf(error)
    } finally {
      if (mine === turn) loading.value = false
    }
  }

  async function loadMore(): Promise<void> {
    if (!next.value) return
    const mine = turn
    const page = await api.get<WirePage>(pagePath(next.value))
    if (mine !== turn) return
    const known = new Set(rows.value.map((row) => row.id))
    rows.value.push(...page.articles.filter((row) => !known.has(row.id)))
    next.value = page.next
  }

  /** Looks what came or was decided elsewhere. Nothing moves: new articles wait above the list until they are asked for. */
  async function refresh(): Promise<void> {
    if (loadedFor.value !== session.brandId || loading.value) return
    const mine = turn
    const page = await api.get<WirePage>(pagePath(null))
    if (mine !== turn) return
    if (rows.value.length === 0) {
      rows.value = page.articles
      next.value = page.next
      return
    }
    const known = new Map(rows.value.map((row) => [row.id, row]))
    for (const row of page.articles) Object.assign(known.get(row.id) ?? {}, row)
    // The page may reach further back than what is loaded here; what lies behind comes with the next page.
    const oldest = next.value === null ? '' : rows.value.at(-1)!.at
    arrived.value = page.articles.filter((row) => !known.has(row.id) && row.at > oldest)
  }

  function showArrived(): void {
    rows.value = [...arrived.value, ...rows.value].sort((a, b) => b.at.localeCompare(a.at))
    arrived.value = []
  }

  async function setFilter(wanted: Partial<WireFilter>): Promise<void> {
    filter.value = { ...filter.value, ...wanted }
    rows.value = []
    await select(null)
    await load()
  }

  /** Puts an article on the sheet; one that was new counts as read from then on. */
  async function select(id: string | null): Promise<void> {
    selectedId.value = id
    articleFailed.value = ''
    if (id === null) {
      article.value = null
      return
    }
    try {
      const full = await api.get<ArticleFull>(brand.path(`/articles/${id}`))
      if (selectedId.value !== id) return
      article.value = full
      if (full.state === 'new' && brand.canWork) await markRead(id)
    } catch (error) {
      if (selectedId.value === id) articleFailed.value = sentenceOf(error)
    }
  }

  function step(by: 1 | -1): void {
    const target = rows.value[index.value < 0 ? 0 : index.value + by]
    if (target) void select(target.id)
    if (by === 1 && index.value >= rows.value.length - 8) void loadMore()
  }

  async function markRead(id: string): Promise<void> {
    putState(id, 'read')
    await api.put(brand.path(`/articles/${id}/state`), { state: 'read' }).catch(() => putState(id, 'new'))
  }

  function putState(id: string, state: ArticleState): void {
    const row = rows.value.find((candidate) => candidate.id === id)
    if (row) row.state = state
    if (article.value?.id === id) article.value = { ...article.value, state }
  }

  /**
   * Decides about an article: shown at once, saved behind, put back with a sentence if that fails. What was decided already is
   * taken back by deciding it again.
   */
  async function decide(id: string, wanted: ArticleState): Promise<void> {
    const known = rows.value.find((candidate) => candidate.id === id) ?? article.value
    const title = known?.title ?? ''
    const state = known?.state === wanted ? 'read' : wanted
    const putBack = leaveList(id, state)
    const brandId = session.brandId!
    try {
      const { historyId } = await api.put<Undoable>(brand.path(`/articles/${id}/state`), { state })
      notices.sayUndoable(words.notices.stateOf(words.notices.states[state], title), brandId, historyId, () => {
        putBack()
        return reload(id)
      })
    } catch (error) {
      putBack()
      notices.complain(words.notices.putBack(sentenceOf(error)))
    }
  }

  /** Takes a row that no longer belongs off the list, the next one on the sheet. Returns what puts it back. */
  function leaveList(id: string, state: ArticleState): () => void {
    const at = rows.value.findIndex((row) => row.id === id)
    const row = rows.value[at]
    if (!row) return () => undefined
    const before = row.state
    const wasSelected = selectedId.value === id
    putState(id, state)
    if (BELONGS[filter.value.show].includes(state)) return () => putState(id, before)
    rows.value = rows.value.filter((candidate) => candidate.id !== id)
    if (wasSelected) void select((rows.value[at] ?? rows.value[at - 1])?.id ?? null)
    return () => {
      row.state = before
      if (rows.value.some((candidate) => candidate.id === id)) return
      rows.value = [...rows.value.slice(0, at), row, ...rows.value.slice(at)]
      if (wasSelected) void select(id)
    }
  }

  /** Fetches one row's state anew. */
  async function reload(id: string): Promise<void> {
    const full = await api.get<ArticleFull>(brand.path(`/articles/${id}`))
    putState(id, full.state)
    if (selectedId.value === id) article.value = full
  }
  return {
    filter,
    rows,
    next,
    loadedFor,
    arrived,
    loading,
    failed,
    selectedId,
    article,
    articleFailed,
    index,
    load,
    loadMore,
    refresh,
    showArrived,
    setFilter,
    select,
    step,
    decide,
    leaveList,
    reload,
  }
})
