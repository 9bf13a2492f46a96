import { useLocalStorage } from '@vueuse/core'
import type { ImportView } from '#shared/api'
import { api } from '../api/client'

/** The latest file of sources that was read in, and how far it is. */
export const useImportsStore = defineStore('imports', () => {
  const brand = useBrandStore()
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
  const dismiss = (): void => void (seen.value = latest.value?.id ?? '')
  return { shown, load, start, stop, dismiss }
})
