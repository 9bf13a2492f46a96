import { clippingRoutes } from '#shared/clippings/routes'
import { readingRoutes } from '#shared/reading/routes'
import type { ArticleState } from '#shared/articles/types'
import type { Clipping, ClippingsView } from '#shared/clippings/types'
import type { Undoable } from '#shared/platform/types'
import * as words from '#shared/words'

export interface ClippingFilter {
  show: keyof ClippingsView['counts']
  folder: string
  tag: string
  text: string
  written: 'any' | 'yes' | 'no'
}

export const ALL_WAITING: ClippingFilter = { show: 'waiting', folder: '', tag: '', text: '', written: 'any' }

/** What the brand has kept, as far as it is looked for. */
export function useClippings(filter: () => ClippingFilter) {
  const given = () => {
    const { show, folder, tag, text, written } = filter()
    return {
      query: {
        show,
        ...(folder ? { folder } : {}),
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

  /** Keeps words of an article as a clipping; `show` marks them where it is open, and no more once undone. */
  const keepQuote = (
    { id, title }: { id: string; title: string },
    quote: string,
    show: () => unknown,
  ): Promise<void> =>
    change(
      words.clippings.quoteKept(title),
      () => brand.call(clippingRoutes.addQuote, { body: { articleId: id, quote } }),
      show,
    )

  /** Saves a note and a folder. Throws a Refusal for the form. */
  async function edit(item: Clipping, input: { note: string; folder: string }): Promise<void> {
    const body = { note: input.note, folder: input.folder || null, version: item.version }
    await brand.change(words.clippings.saved(item.title), () =>
      brand.call(clippingRoutes.editClipping, { id: item.id, body }),
    )
  }
  return { workOff, move, keepQuote, edit }
}
