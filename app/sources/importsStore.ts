import { sourceRoutes } from '#shared/sources/routes'
import { useLocalStorage } from '@vueuse/core'
import type { ImportView } from '#shared/sources/types'
import type { Undoable } from '#shared/platform/types'
import * as words from '#shared/words'
import { useSourcesStore } from './sourcesStore'

/** The latest file of sources that was read in, and how far it is. */
export const useImportsStore = defineStore('imports', () => {
  const brand = useBrandStore()
  const session = useSessionStore()
  const sources = useSourcesStore()
  const notices = useNoticesStore()
  const latest = ref<ImportView | null>(null)
  /** The one whose outcome was put away; kept in this browser. */
  const seen = useLocalStorage('quill-import-seen', '')
  const shown = computed(() => (latest.value && latest.value.id !== seen.value ? latest.value : null))

  async function load(): Promise<void> {
    latest.value = await brand.call(sourceRoutes.latestImport)
  }
  async function start(opml: string): Promise<void> {
    latest.value = await brand.call(sourceRoutes.startImport, { body: { opml } })
  }
  async function stop(): Promise<void> {
    if (latest.value) latest.value = await brand.call(sourceRoutes.stopImport, { id: latest.value.id })
  }
  async function again(): Promise<void> {
    if (latest.value) latest.value = await brand.call(sourceRoutes.tryAgain, { id: latest.value.id })
  }
  /** One change of what a file brought, said with its undo. */
  async function change(what: 'takeBack' | 'takeFolders', message: (count: number) => string): Promise<void> {
    if (!latest.value) return
    const id = session.brandId!
    const reload = (): Promise<unknown> => Promise.allSettled([sources.load(), brand.load(), load()])
    const done: Undoable & { count?: number } = await brand.call(sourceRoutes[what], { id: latest.value.id })
    const { historyId, count = 0 } = done
    await reload()
    notices.sayUndoable(message(count), id, historyId, reload)
  }
  const takeBack = (): Promise<void> => change('takeBack', words.source.wasTakenBack)
  const takeFolders = (): Promise<void> => change('takeFolders', () => words.source.foldersTaken)
  const dismiss = (): void => void (seen.value = latest.value?.id ?? '')
  return { shown, load, start, stop, again, takeBack, takeFolders, dismiss }
})
