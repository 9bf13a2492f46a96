import { readingRoutes } from '#shared/reading/routes'
import type { ArticleState } from '#shared/articles/types'
import { belongsTo, type Show } from '#shared/articles/shows'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'
import type { WireList } from './wireList'
import { WIRE, type WireReader } from './wireReader'

/** As many as a request takes. */
const AT_ONCE = 500

/**
 * What is decided about articles: shown at once, saved behind, put back with a sentence if that fails; about
 * several that are chosen as one change.
 */
export function useWireDecisions(list: WireList, reader: WireReader, show: () => Show, load: () => unknown) {
  const brand = useBrandStore()
  const session = useSessionStore()
  const notices = useNoticesStore()
  const chosen = ref<ReadonlySet<string>>(new Set())

  /** Decides about an article. What was decided already is taken back by deciding it again. */
  const decide = (id: string, wanted: ArticleState): Promise<void> =>
    notices.whileSaving(decideNow(id, wanted))

  async function decideNow(id: string, wanted: ArticleState): Promise<void> {
    const known = list.rowOf(id) ?? reader.article.value
    const title = known?.title ?? ''
    const state = known?.state === wanted ? 'read' : wanted
    const putBack = leaveList(id, state)
    const brandId = session.brandId!
    try {
      const { historyId } = await brand.call(readingRoutes.setState, { id, body: { state }, by: WIRE })
      const message = words.notices.stateOf(words.notices.states[state], title)
      notices.sayUndoable(message, brandId, historyId, () => {
        putBack()
        return reader.reload(id)
      })
    } catch (error) {
      putBack()
      notices.complain(words.notices.putBack(sentenceOf(error)))
    }
  }

  /**
   * Takes a row that no longer belongs off the list, the next one on the sheet. Returns what puts it back.
   */
  function leaveList(id: string, state: ArticleState): () => void {
    const at = list.placeOf(id)
    const row = list.rows.value[at]
    if (!row) return () => undefined
    const { state: before, leftOut } = row
    const wasSelected = reader.selectedId.value === id
    reader.putState(id, state)
    if (belongsTo(show(), state, null)) return () => reader.putState(id, before, leftOut)
    const putBack = list.takeOff(id)
    if (wasSelected) void reader.select((list.rows.value[at] ?? list.rows.value[at - 1])?.id ?? null)
    return () => {
      Object.assign(row, { state: before, leftOut })
      const isThere = list.placeOf(id) >= 0
      putBack()
      if (wasSelected && !isThere) void reader.select(id)
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
    const message = words.wire.several.said(words.notices.states[state], ids.length)
    await notices.whileSaving(putAll(ids, state, message))
  }

  /** Everything from the head of the list to the article on the sheet counts as read. */
  async function readAbove(): Promise<void> {
    const above = list.rows.value.slice(0, reader.index.value + 1)
    const ids = above.flatMap((row) => (row.state === 'new' ? [row.id] : []))
    if (ids.length > 0)
      await notices.whileSaving(putAll(ids, 'read', words.wire.several.readSaid(ids.length)))
  }

  /** Articles that were passed over count as read. */
  async function readPassed(ids: string[]): Promise<void> {
    const fresh = ids.filter((id) => list.rowOf(id)?.state === 'new')
    if (fresh.length > 0) await reader.markRead(fresh)
  }

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
  return { chosen, decide, leaveList, choose, clearChosen, decideChosen, readAbove, readPassed }
}
