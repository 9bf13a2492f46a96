import { useWireDecisions } from './wireDecisions'
import { isNarrowing, NO_FILTER, type WireFilter } from './wireFilter'
import { useWireList } from './wireList'
import { useWireReader, WIRE } from './wireReader'

/** Rows before the end of what is loaded at which more is fetched. */
const NEAR_END = 8

/** The list of articles, the one on the sheet, and what is decided about them. */
export const useWireStore = defineStore('wire', () => {
  const brand = useBrandStore()
  const filter = ref<WireFilter>({ ...NO_FILTER })
  const isNarrowed = computed(() => isNarrowing(filter.value))
  const list = useWireList(() => filter.value)
  const reader = useWireReader(list)
  const decisions = useWireDecisions(list, reader, () => filter.value.show, load)

  /** Fetches the list anew, from its head. */
  async function load(): Promise<void> {
    if ((await list.load()) && reader.index.value < 0 && !list.failed.value) await reader.select(null)
  }
  /** Puts what came since into the list; where that leaves a gap the list is fetched anew. */
  async function showArrived(): Promise<void> {
    if (!list.takeArrived()) await load()
  }
  async function setFilter(wanted: Partial<WireFilter>): Promise<void> {
    filter.value = { ...filter.value, ...wanted }
    list.clear()
    decisions.clearChosen()
    if (filter.value.watch) void brand.seeWatch(filter.value.watch)
    await reader.select(null)
    await load()
  }
  /** The next article, or the one before, on the sheet. */
  function step(by: 1 | -1): void {
    const id = reader.neighbour(by)
    if (id) void reader.select(id)
    if (by === 1 && reader.index.value >= list.rows.value.length - NEAR_END) void list.loadMore()
  }

  // What is decided here stands on the list already.
  onChanges(['article', 'watch', 'source', 'tag'], list.refresh, { but: WIRE })
  onChanges(['tag'], async () => {
    if (reader.selectedId.value !== null) await reader.reload(reader.selectedId.value)
  })

  const { rows, next, loadedFor, arrived, arrivedMore, loading, failed, loadMore, refresh } = list
  const { selectedId, article, failed: articleFailed, lookingAt, index, select, markOpened, reload } = reader
  return {
    filter,
    isNarrowed,
    load,
    showArrived,
    setFilter,
    step,
    rows,
    next,
    loadedFor,
    arrived,
    arrivedMore,
    loading,
    failed,
    loadMore,
    refresh,
    selectedId,
    article,
    articleFailed,
    lookingAt,
    index,
    select,
    markOpened,
    reload,
    ...decisions,
  }
})
