import { clippingRoutes } from '#shared/clippings/routes'
import { readingRoutes } from '#shared/reading/routes'
import type { ArticleState } from '#shared/articles/types'
import type { Clipping, ClippingKind, ClippingsView } from '#shared/clippings/types'
import type { Undoable } from '#shared/platform/types'
import * as words from '#shared/words'

/** What may be changed of a clipping; what is null is not its own, and stays. */
interface Edited {
  note: string
  folder: string
  title: string | null
  text: string | null
  quote: string | null
}

export interface ClippingFilter {
  show: keyof ClippingsView['counts']
  /** The folder’s id; '' for all. */
  folder: string
  kind: ClippingKind | ''
  tag: string
  text: string
  written: 'any' | 'yes' | 'no'
}

export const ALL_WAITING: ClippingFilter = {
  show: 'waiting',
  folder: '',
  kind: '',
  tag: '',
  text: '',
  written: 'any',
}

/** What the brand has kept, as far as it is looked for. */
export function useClippings(filter: () => ClippingFilter) {
  const given = () => {
    const { show, folder, kind, tag, text, written } = filter()
    return {
      query: {
        show,
        ...(folder ? { folder } : {}),
        ...(kind ? { kind } : {}),
        ...(tag ? { tag } : {}),
        ...(text.trim() ? { q: text.trim() } : {}),
        ...(written === 'any' ? {} : { written }),
      },
    }
  }
  return useBrandQuery(clippingRoutes.clippings, {
    changes: ['article', 'line', 'delivery', 'tag', 'post'],
    given,
  })
}

/** What is done with what the brand has kept. */
export function useClippingActions() {
  const brand = useBrandStore()
  const session = useSessionStore()
  const notices = useNoticesStore()
  const changes = useChangesStore()

  const change = (message: string, work: () => Promise<Undoable>, show?: () => unknown): Promise<void> =>
    notices.whileSaving(changeNow(message, work, show))

  async function changeNow(
    message: string,
    work: () => Promise<Undoable>,
    show: () => unknown = () => undefined,
  ): Promise<void> {
    const brandId = session.brandId!
    try {
      const { historyId } = await work()
      notices.sayUndoable(message, brandId, historyId, show)
      await show()
    } catch (error) {
      notices.complain(error)
    }
    await changes.whenFresh()
  }

  const workOff = (item: Clipping, done: boolean): Promise<void> =>
    change(done ? words.clippings.saidDone(item.title) : words.clippings.saidAgain(item.title), () =>
      brand.call(clippingRoutes.workOff, { id: item.id, body: { done } }),
    )

  const move = (item: Clipping, state: Extract<ArticleState, 'clipped' | 'shelved'>): Promise<void> =>
    change(words.notices.stateOf(words.notices.states[state], item.title), () =>
      item.articleId !== null && item.quote === null
        ? brand.call(readingRoutes.setState, { id: item.articleId, body: { state } })
        : brand.call(clippingRoutes.setShelved, { id: item.id, body: { shelved: state === 'shelved' } }),
    )

  /**
   * Keeps words of an article, or of a clipping, as a clipping; `show` marks them where it is open, and no
   * more once undone.
   */
  const keepQuote = (
    title: string,
    from: { articleId: string | null; clippingId: string | null },
    quote: string,
    show: () => unknown,
  ): Promise<void> =>
    change(
      words.clippings.quoteKept(title),
      () => brand.call(clippingRoutes.addQuote, { body: { ...from, quote } }),
      show,
    )

  /** Saves a note and a folder and, where they are its own, title, text and kept words. Throws a Refusal. */
  async function edit(item: Clipping, input: Edited): Promise<void> {
    const body = { ...input, folder: input.folder || null, version: item.version }
    await brand.change(words.clippings.saved(item.title), () =>
      brand.call(clippingRoutes.editClipping, { id: item.id, body }),
    )
  }
  return { change, workOff, move, keepQuote, edit }
}
