import { savedListRoutes } from '#shared/clippings/routes'
import type { ListColumn, SavedListLook } from '#shared/clippings/types'
import { LIMITS } from '#shared/platform/limits'
import * as words from '#shared/words'
import { useLocalStorage } from '@vueuse/core'

/** A file that was chosen, and what it seems to be. */
interface Chosen {
  name: string
  text: string
  look: SavedListLook
  columns: Record<ListColumn, number | null>
}

const NO_COLUMNS: Chosen['columns'] = {
  url: null,
  title: null,
  note: null,
  tags: null,
  folder: null,
  addedAt: null,
}

/** Bytes of a file that is looked at here; much of a bookmarks file is pictures. */
const MOST_BYTES = 80_000_000

/** Lists of what was saved elsewhere: a file is looked at, matched, and read in behind. */
export function useSavedLists() {
  const brand = useBrandStore()
  const { data: latest, set } = useBrandQuery(savedListRoutes.latest, {
    changes: ['import'],
    // A client saves files, and reads none in.
    enabled: () => brand.canWork,
  })
  /** The one whose outcome was put away; kept in this browser. */
  const seen = useLocalStorage('quill-list-seen', '')
  const shown = computed(() => (latest.value && latest.value.id !== seen.value ? latest.value : null))
  const chosen = ref<Chosen | null>(null)

  /** Looks at a file. Throws where it is none that can be read. */
  async function choose(file: File): Promise<void> {
    chosen.value = null
    if (file.size > MOST_BYTES) throw new Error(words.savedLists.tooLarge)
    // Browsers put the signs of sites into their files, which are most of them and of no use here.
    const text = (await file.text()).replace(/ ICON(?:_URI)?="[^"]*"/g, '')
    if (text.length > LIMITS.listCharacters) throw new Error(words.savedLists.tooLarge)
    const look = await brand.call(savedListRoutes.look, { body: { name: file.name, text } })
    chosen.value = { name: file.name, text, look, columns: { ...NO_COLUMNS, ...look.table?.guess } }
  }
  async function start(shelved: boolean): Promise<void> {
    if (!chosen.value) return
    const { name, text, look, columns } = chosen.value
    set(
      await brand.call(savedListRoutes.start, {
        body: { name: name.slice(0, 200), text, columns: look.table ? columns : null, shelved },
      }),
    )
    chosen.value = null
  }
  /** Something that is done with the latest list, which answers how it stands then. */
  async function act(what: 'stop' | 'again' | 'takeBack'): Promise<void> {
    if (latest.value) set(await brand.call(savedListRoutes[what], { id: latest.value.id }))
  }
  const dismiss = (): void => void (seen.value = latest.value?.id ?? '')
  return reactive({ shown, chosen, choose, start, act, dismiss })
}
