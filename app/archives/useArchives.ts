import { useIntervalFn } from '@vueuse/core'
import { archiveRoutes } from '#shared/archives/routes'
import type { ArchiveView } from '#shared/archives/types'
import { LIMITS } from '#shared/platform/limits'
import * as words from '#shared/words'
import { api, sentenceOf } from '~/base/client'

const labels = words.archives.in
/** How often it is asked how far one is. */
const LOOK_MS = 700

/** Archives one brings in: those that are read and were, and beginning with another. */
export function useArchives() {
  const session = useSessionStore()
  const all = ref<ArchiveView[] | null>(null)
  const failed = ref('')
  /** What is being sent; '' for nothing. */
  const sending = ref('')
  const isReading = computed(() => all.value?.some(({ state }) => state === 'reading') ?? false)

  async function load(): Promise<void> {
    const wasReading = isReading.value
    try {
      all.value = await api.call(archiveRoutes.archives)
      failed.value = ''
    } catch (error) {
      failed.value = sentenceOf(error)
    }
    // Its brand is one of mine now.
    if (wasReading && !isReading.value) await session.load()
  }
  const { pause, resume } = useIntervalFn(() => void load(), LOOK_MS, { immediate: false })
  watch(isReading, (reading) => (reading ? resume() : pause()))
  onMounted(load)

  /** Begins to bring one in. */
  async function bring(file: File): Promise<void> {
    failed.value = ''
    if (file.size > LIMITS.archiveBytes) {
      failed.value = labels.tooLarge
      return
    }
    sending.value = labels.uploading(sizeOf(file.size))
    try {
      await api.call(archiveRoutes.read, { bytes: file, query: { name: file.name } })
      await load()
    } catch (error) {
      failed.value = sentenceOf(error)
    } finally {
      sending.value = ''
    }
  }

  async function stop(id: string): Promise<void> {
    try {
      await api.call(archiveRoutes.stop, { id })
    } catch (error) {
      failed.value = sentenceOf(error)
    }
    await load()
  }
  return { all, failed, sending, isReading, load, bring, stop }
}

const sizeOf = (bytes: number): string =>
  bytes < 1_000_000 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`
