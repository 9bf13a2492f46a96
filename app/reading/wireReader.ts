import { readingRoutes } from '#shared/reading/routes'
import type { ArticleFull } from '#shared/reading/types'
import type { ArticleState } from '#shared/articles/types'
import type { ExcludedBy } from '#shared/articles/shows'
import { sentenceOf } from '~/base/client'
import type { WireList } from './wireList'

/** Who decides, among the changes of this window. */
export const WIRE = 'wire'

/** The article on the sheet: its text, whole as soon as its own page gave it, and that it was read. */
export function useWireReader(list: WireList) {
  const brand = useBrandStore()
  const pages = usePages(WIRE)
  const selectedId = ref<string | null>(null)
  const article = ref<ArticleFull | null>(null)
  const failed = ref('')
  /** The article whose page is being fetched. */
  const lookingAt = ref<string | null>(null)
  const index = computed(() => list.placeOf(selectedId.value))
  /** The article read last: from there one goes on after the sheet was put away. */
  let lastId: string | null = null

  /** Puts an article on the sheet; one that was new counts as read from then on. */
  async function select(id: string | null): Promise<void> {
    lastId = selectedId.value ?? lastId
    selectedId.value = id
    failed.value = ''
    if (id === null) {
      article.value = null
      return
    }
    try {
      await show(id)
    } catch (error) {
      if (selectedId.value === id) failed.value = sentenceOf(error)
    }
    const following = list.rows.value[index.value + 1]
    if (selectedId.value === id && following && brand.canWork) void pages.look(following.id)
  }

  async function show(id: string): Promise<void> {
    const full = pages.ready(id) ?? (await brand.call(readingRoutes.article, { id }))
    if (selectedId.value !== id) return
    const row = list.rowOf(id)
    article.value = row ? { ...full, state: row.state, leftOut: row.leftOut } : full
    if (article.value.state === 'new' && brand.canWork) await markRead([id])
    if (full.textFrom !== null) void markOpened(id)
    if (full.pageWaits && brand.canWork) await lookAtPage(id)
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

  /** The article before or behind; with none on the sheet the one read last, where the list still has it. */
  function neighbour(by: 1 | -1): string | null {
    const rows = list.rows.value
    const target = index.value < 0 ? (rows[list.placeOf(lastId)] ?? rows[0]) : rows[index.value + by]
    return target?.id ?? null
  }

  /** Keeps that the article was read: whole on the sheet, or on its own page. */
  async function markOpened(id: string, original = false): Promise<void> {
    if (article.value?.id !== id || article.value.opened || !brand.canWork) return
    article.value = { ...article.value, opened: true }
    // Nothing hangs on it but a check: where it fails, it is kept the next time.
    await brand.call(readingRoutes.markOpened, { id, body: { original }, by: WIRE }).catch(() => undefined)
  }

  /** Counts new articles as read, without a word: nothing is decided by it. */
  async function markRead(ids: string[]): Promise<void> {
    for (const id of ids) putState(id, 'read')
    await brand
      .call(readingRoutes.setStates, { body: { ids, state: 'read' }, by: WIRE })
      .catch(() => ids.forEach((id) => putState(id, 'new')))
  }

  /** Shows a state on the list and the sheet. What a person decides is no rule's doing any more. */
  function putState(id: string, state: ArticleState, leftOut: ExcludedBy | null = null): void {
    const row = list.rowOf(id)
    if (row) Object.assign(row, { state, leftOut })
    if (article.value?.id === id) article.value = { ...article.value, state, leftOut }
  }

  /** Fetches one article's state anew. */
  async function reload(id: string): Promise<void> {
    const full = await brand.call(readingRoutes.article, { id })
    putState(id, full.state, full.leftOut)
    if (selectedId.value === id) article.value = full
  }

  return {
    selectedId,
    article,
    failed,
    lookingAt,
    index,
    select,
    neighbour,
    markOpened,
    markRead,
    putState,
    reload,
  }
}

export type WireReader = ReturnType<typeof useWireReader>
