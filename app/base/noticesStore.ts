import { peopleRoutes } from '#shared/people/routes'
import { sentenceOf, api } from './client'
import * as words from '#shared/words'

interface Notice {
  id: number
  message: string
  bad: boolean
  undo: (() => Promise<void>) | null
  /** Whether the key that undoes asks first. */
  asks: boolean
  /** Somewhere to go because of it. */
  link: { message: string; go: () => unknown } | null
}

const SHOWN_MS = 10_000

/**
 * What happened, said once at the foot of the screen, with its undo for ten seconds. `u` undoes the last
 * change also later, and says what it was.
 */
export const useNoticesStore = defineStore('notices', () => {
  const current = ref<Notice | null>(null)
  const undos: { message: string; asks: boolean; undo: () => Promise<void> }[] = []
  let next = 1
  let timer: ReturnType<typeof setTimeout> | undefined

  function show(
    message: string,
    bad: boolean,
    undo: Notice['undo'],
    { link = null, asks = false }: Partial<Pick<Notice, 'link' | 'asks'>> = {},
  ): void {
    clearTimeout(timer)
    const id = next++
    current.value = { id, message, bad, undo, asks, link }
    timer = setTimeout(() => {
      if (current.value?.id === id) current.value = null
    }, SHOWN_MS)
  }

  const say = (message: string): void => show(message, false, null)
  const sayWithLink = (message: string, link: string, go: () => unknown): void =>
    show(message, false, null, { link: { message: link, go } })
  const complain = (error: unknown): void => show(sentenceOf(error), true, null)

  /**
   * Says what was done, with the undo of the server's history and what to do on screen when it is undone.
   * `asks`: the key asks before it undoes this, since much hangs on it.
   */
  function sayUndoable(
    message: string,
    brandId: string,
    historyId: string,
    afterwards: () => unknown = () => undefined,
    asks = false,
  ): void {
    const undo = async (): Promise<void> => {
      const at = undos.findIndex((offered) => offered.undo === undo)
      if (at >= 0) undos.splice(at, 1)
      try {
        await api.call(peopleRoutes.undo, { brandId, body: { historyId } })
        say(words.notices.undone(message))
        await afterwards()
      } catch (error) {
        complain(error)
      }
    }
    undos.push({ message, asks, undo })
    show(message, false, undo, { asks })
  }

  const saving = new Set<Promise<unknown>>()
  /** Marks a change that is on its way: an undo asked for meanwhile is meant for it and waits. */
  function whileSaving<T>(change: Promise<T>): Promise<T> {
    saving.add(change)
    const ended = (): void => void saving.delete(change)
    change.then(ended, ended)
    return change
  }

  async function undoLast(): Promise<void> {
    await Promise.allSettled(saving)
    const last = undos.at(-1)
    if (last?.asks) show(words.notices.askUndo(last.message), false, last.undo, { asks: true })
    else await last?.undo()
  }
  const dismiss = (): void => {
    current.value = null
  }
  return { current, say, sayWithLink, complain, sayUndoable, whileSaving, undoLast, dismiss }
})
