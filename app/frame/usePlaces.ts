import * as words from '#shared/words'
import { useSources } from '~/sources/useSources'
import { useCommands } from './useCommands'
import type { Place } from './place'

const MOST_SHOWN = 8

/**
 * Everything one can go to or do by its name: screens, the brand's watches, sources and folders, and
 * commands.
 */
export function usePlaces() {
  const brand = useBrandStore()
  const store = useSources()
  const commands = useCommands()
  const { screens } = words.frame
  const fixed: Place[] = [
    { name: screens.day, kind: 'screen', to: '/day' },
    { name: screens.wire, kind: 'screen', to: '/wire' },
    { name: screens.clippings, kind: 'screen', to: '/clippings' },
    { name: screens.desk, kind: 'screen', to: '/desk' },
    { name: screens.schedule, kind: 'screen', to: '/schedule' },
    { name: screens.results, kind: 'screen', to: '/results' },
    ...Object.entries(words.setUp.parts).map(([part, name]): Place => ({
      name: `${screens.setUp}: ${name}`,
      kind: 'screen',
      to: `/set-up/${part}`,
    })),
  ]
  const sources = computed(() => store.list ?? [])
  const places = computed(() => [
    ...fixed,
    ...commands.value,
    ...(brand.view?.watches ?? []).map((watch): Place => ({
      name: watch.name,
      kind: watch.collects ? 'list' : 'watch',
      to: `/wire?watch=${watch.id}${watch.collects ? '&show=all' : ''}`,
    })),
    ...(brand.view?.tags ?? []).map((tag): Place => ({
      name: tag.name,
      kind: 'tag',
      to: `/wire?show=all&tag=${tag.id}`,
    })),
    ...store.folderNames.map((name): Place => ({
      name,
      kind: 'folder',
      to: `/wire?folder=${encodeURIComponent(name)}`,
    })),
    ...sources.value.map((source): Place => ({
      name: source.label,
      kind: 'source',
      to: `/wire?source=${source.id}`,
    })),
  ])

  /** Places whose name holds each of the words, at most some. */
  function placesNamed(text: string): Place[] {
    const wanted = text.toLowerCase().split(/\s+/).filter(Boolean)
    return wanted.length === 0
      ? []
      : places.value
          .filter(({ name }) => wanted.every((word) => name.toLowerCase().includes(word)))
          .slice(0, MOST_SHOWN)
  }
  return { sources, placesNamed }
}
