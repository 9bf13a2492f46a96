import { useLocalStorage } from '@vueuse/core'
import type { ImportView } from '#shared/sources/types'
import type { Undoable } from '#shared/platform/types'
import * as words from '#shared/words'
import { api } from '~/base/client'
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
    latest.value = await api.get<ImportView | null>(brand.path('/imports/latest'))
  }
  async function start(opml: string): Promise<void> {
    latest.value = await api.post<ImportView>(brand.path('/imports'), { opml })
  }
  async function stop(): Promise<void> {
    if (latest.value) latest.value = await api.remove<ImportView>(brand.path(`/imports/${latest.value.id}`))
  }
  async function again(): Promise<void> {
    if (latest.value)
      latest.value = await api.post<ImportView>(brand.path(`/imports/${latest.value.id}/again`))
  }
  /** One change of what a file brought, said with its undo. */
  async function change(what: 'take-back' | 'folders', message: (count: number) => string): Promise<void> {
    if (!latest.value) return
    const id = session.brandId!
    const reload = (): Promise<unknown> => Promise.allSettled([sources.load(), brand.load(), load()])
    const { historyId, count = 0 } = await api.post<Undoable & { count?: number }>(
      brand.path(`/imports/${latest.value.id}/${what}`),
    )
    await reload()
    notices.sayUndoable(message(count), id, historyId, reload)
  }
  const takeBack = (): Promise<void> => change('take-back', words.source.wasTakenBack)
  const takeFolders = (): Promise<void> => change('folders', () => words.source.foldersTaken)
  const dismiss = (): void => void (seen.value = latest.value?.id ?? '')
  return { shown, load, start, stop, again, takeBack, takeFolders, dismiss }
})
