import type { Source } from '#shared/api'
import { words } from '#shared/words'
import { api } from '../api/client'

export interface Place {
  name: string
  kind: 'screen' | 'source' | 'watch'
  to: string
}

/** Everything one can go to by its name: screens, and the brand's watches and sources. */
export function usePlaces() {
  const brand = useBrandStore()
  const sources = ref<Source[]>([])
  const { screens } = words.frame
  const fixed: Place[] = [
    { name: screens.wire, kind: 'screen', to: '/wire' },
    { name: screens.clippings, kind: 'screen', to: '/clippings' },
    { name: screens.schedule, kind: 'screen', to: '/schedule' },
    ...Object.entries(words.setUp.parts).map(([part, name]): Place => ({ name: `${screens.setUp}: ${name}`, kind: 'screen', to: `/set-up/${part}` })),
  ]
  const places = computed(() => [
    ...fixed,
    ...(brand.view?.watches ?? []).map((watch): Place => ({ name: watch.name, kind: 'watch', to: `/wire?watch=${watch.id}` })),
    ...sources.value.map((source): Place => ({ name: source.label, kind: 'source', to: `/wire?source=${source.id}` })),
  ])

  async function loadSources(): Promise<void> {
    sources.value = await api.get<Source[]>(brand.path('/sources'))
  }

  /** Places whose name holds each of the words, at most some. */
  function placesNamed(text: string): Place[] {
    const wanted = text.toLowerCase().split(/\s+/).filter(Boolean)
    return wanted.length === 0 ? [] : places.value.filter(({ name }) => wanted.every((word) => name.toLowerCase().includes(word))).slice(0, 8)
  }
  return { sources, loadSources, placesNamed }
}
