import { useLocalStorage } from '@vueuse/core'

export type Density = 'lines' | 'rows' | 'cards'

const DENSITIES: Density[] = ['lines', 'rows', 'cards']

/** How dense lists of articles are, kept in this browser. */
export function useDensity() {
  const kept = useLocalStorage<Density>('quill-density', 'rows')
  const density = computed({
    get: (): Density => (DENSITIES.includes(kept.value) ? kept.value : 'rows'),
    set: (wanted) => (kept.value = wanted),
  })
  return { density, densities: DENSITIES }
}
