import { clippingRoutes } from '#shared/clippings/routes'
import { readingRoutes } from '#shared/reading/routes'
import type { ArticleState } from '#shared/articles/types'
import type { Clipping, ClippingsView } from '#shared/clippings/types'
import type { Undoable } from '#shared/platform/types'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'

export interface ClippingFilter {
  show: keyof ClippingsView['counts']
  folder: string
  tag: string
  text: string
  written: 'any' | 'yes' | 'no'
}

export const ALL_WAITING: ClippingFilter = { show: 'waiting', folder: '', tag: '', text: '', written: 'any' }

/** What the brand has kept, and what is done with it. */
export const useClippingsStore = defineStore('clippings', () => {
  const brand = useBrandStore()
  const session = useSessionStore()
  const notices = useNoticesStore()
  const filter = ref<ClippingFilter>({ ...ALL_WAITING })
  const view = ref<ClippingsView | null>(null)
  const failed = ref('')
  let latest = 0

  async function load(): Promise<void> {
    const requestId = ++latest
    const { show, folder, tag, text, written } = filter.value
    const query = {
      show,
      ...(folder ? { folder } : {}),
      ...(tag ? { tag } : {}),
      ...(text.trim() ? { q: text.trim() } : {}),
      ...(written === 'any' ? {} : { written }),
    }
    try {
      const answer = await brand.call(clippingRoutes.clippings, { query })
      if (requestId !== latest) return
      view.value = answer
      failed.value = ''
    } catch (error) {
      if (requestId === latest) failed.value = sentenceOf(error)
    }
  }

  /** Fetches it anew where it has been looked at. */
  const refresh = async (): Promise<void> => (view.value ? load() : undefined)

  const change = (message: string, work: () => Promise<Undoable>): Promise<void> =>
    notices.whileSaving(changeNow(message, work))

  async function changeNow(message: string, work: () => Promise<Undoable>): Promise<void> {
    const brandId = session.brandId!
    try {
      const { historyId } = await work()
      notices.sayUndoable(message, brandId, historyId, load)
    } catch (error) {
      notices.complain(error)
    }
    await load()
  }

  const workOff = (item: Clipping, done: boolean): Promise<void> =>
    change(done ? words.clippings.saidDone(item.title) : words.clippings.saidAgain(item.title), () =>
      brand.call(clippingRoutes.workOff, { id: item.id, body: { done } }),
    )

  const move = (item: Clipping, state: Extract<ArticleState, 'clipped' | 'shelved'>): Promise<void> =>
    change(words.notices.stateOf(words.notices.states[state], item.title), () =>
      brand.call(readingRoutes.setState, { id: item.articleId ?? '', body: { state } }),
    )

  /** Keeps words of an article as a clipping. */
  const keepQuote = (article: { id: string; title: string }, quote: string): Promise<void> =>
    notices.whileSaving(quoteNow(article, quote))

  async function quoteNow(article: { id: string; title: string }, quote: string): Promise<void> {
    const brandId = session.brandId!
    try {
      const { historyId } = await brand.call(clippingRoutes.addQuote, {
        body: {
          articleId: article.id,
          quote,
        },
      })
      notices.sayUndoable(words.clippings.quoteKept(article.title), brandId, historyId, refresh)
    } catch (error) {
      notices.complain(error)
    }
  }

  /** Saves a note and a folder. Throws a Refusal for the form. */
  async function edit(one: Clipping, input: { note: string; folder: string }): Promise<void> {
    const brandId = session.brandId!
    const body = { note: input.note, folder: input.folder || null, version: one.version }
    const { historyId } = await brand.call(clippingRoutes.editClipping, { id: one.id, body })
    notices.sayUndoable(words.clippings.saved(one.title), brandId, historyId, load)
    await load()
  }
  return { filter, view, failed, load, refresh, workOff, move, keepQuote, edit }
})
