import { sourceRoutes } from '#shared/sources/routes'
import { useLocalStorage } from '@vueuse/core'
import type { Undoable } from '#shared/platform/types'
import * as words from '#shared/words'

/** The latest file of sources that was read in, and how far it is. */
export function useImports() {
  const brand = useBrandStore()
  const session = useSessionStore()
  const changes = useChangesStore()
  const notices = useNoticesStore()
  const { data: latest, set } = useBrandQuery(sourceRoutes.latestImport, { changes: ['import', 'source'] })
  /** The one whose outcome was put away; kept in this browser. */
  const seen = useLocalStorage('quill-import-seen', '')
  const shown = computed(() => (latest.value && latest.value.id !== seen.value ? latest.value : null))

  const start = async (opml: string): Promise<void> =>
    set(await brand.call(sourceRoutes.startImport, { body: { opml } }))
  async function stop(): Promise<void> {
    if (latest.value) set(await brand.call(sourceRoutes.stopImport, { id: latest.value.id }))
  }
  async function again(): Promise<void> {
    if (latest.value) set(await brand.call(sourceRoutes.tryAgain, { id: latest.value.id }))
  }
  /** One change of what a file brought, said with its undo. */
  async function change(what: 'takeBack' | 'takeFolders', message: (count: number) => string): Promise<void> {
    if (!latest.value) return
    const id = session.brandId!
    const done: Undoable & { count?: number } = await brand.call(sourceRoutes[what], { id: latest.value.id })
    const { historyId, count = 0 } = done
    await changes.whenFresh()
    notices.sayUndoable(message(count), id, historyId)
  }
  const takeBack = (): Promise<void> => change('takeBack', words.source.wasTakenBack)
  const takeFolders = (): Promise<void> => change('takeFolders', () => words.source.foldersTaken)
  const dismiss = (): void => void (seen.value = latest.value?.id ?? '')
  return reactive({ shown, start, stop, again, takeBack, takeFolders, dismiss })
}
