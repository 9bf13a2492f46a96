import { sentenceOf, api } from '../api/client'
import { words } from '#shared/words'

interface Notice {
  id: number
  says: string
  bad: boolean
  undo: (() => Promise<void>) | null
  /** Somewhere to go because of it. */
  link: { says: string; go: () => unknown } | null
}

const SHOWN_MS = 10_000

/** What happened, said once at the foot of the screen, with its undo for ten seconds. `u` undoes the last change also later. */
export const useNoticesStore = defineStore('notices', () => {
  const current = ref<Notice | null>(null)
  const undos: (() => Promise<void>)[] = []
  let next = 1
  let timer: ReturnType<typeof setTimeout> | undefined

  function show(says: string, bad: boolean, undo: Notice['undo'], link: Notice['link'] = null): void {
    clearTimeout(timer)
    const id = next++
    current.value = { id, says, bad, undo, link }
    timer = setTimeout(() => {
      if (current.value?.id === id) current.value = null
    }, SHOWN_MS)
  }

  const say = (says: string): void => show(says, false, null)
  const sayWithLink = (says: string, link: string, go: () => unknown): void => show(says, false, null, { says: link, go })
  const complain = (error: unknown): void => show(sentenceOf(error), true, null)

  /** Says what was done, with the undo of the server's history and what to do on screen when it is undone. */
  function sayUndoable(says: string, brandId: string, historyId: string, afterwards: () => unknown = () => undefined): void {
    const undo = async (): Promise<void> => {
      const at = undos.indexOf(undo)
      if (at >= 0) undos.splice(at, 1)
      try {
        await api.post(`/api/brands/${brandId}/undo`, { historyId })
        say(words.notices.undone)
        await afterwards()
      } catch (error) {
        complain(error)
      }
    }
    undos.push(undo)
    show(says, false, undo)
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
    await undos.at(-1)?.()
  }
  const dismiss = (): void => {
    current.value = null
  }
  return { current, say, sayWithLink, complain, sayUndoable, whileSaving, undoLast, dismiss }
})
