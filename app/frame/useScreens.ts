import * as words from '#shared/words'

export interface Screen {
  to: string
  name: string
  icon: 'day' | 'wire' | 'clippings' | 'desk' | 'schedule' | 'evergreens' | 'results' | 'find' | 'setUp'
  /** What waits there. */
  count: number
}

/**
 * The screens in the rail's order, which is that of their keys. A client's own are the proofs in review and
 * the week.
 */
export function useScreens() {
  const brand = useBrandStore()
  const name = words.frame.screens
  const screens = computed((): Screen[] => {
    const { notices = 0, unread = 0, onDesk = 0 } = brand.view ?? {}
    const desk: Screen = { to: '/desk', name: name.desk, icon: 'desk', count: onDesk }
    const schedule: Screen = { to: '/schedule', name: name.schedule, icon: 'schedule', count: 0 }
    const evergreens: Screen = { to: '/evergreens', name: name.evergreens, icon: 'evergreens', count: 0 }
    const results: Screen = { to: '/results', name: name.results, icon: 'results', count: 0 }
    const find: Screen = { to: '/find', name: name.find, icon: 'find', count: 0 }
    if (!brand.canWork)
      return [
        desk,
        schedule,
        results,
        find,
        { to: '/set-up/you', name: words.setUp.parts.you, icon: 'setUp', count: 0 },
      ]
    return [
      { to: '/day', name: name.day, icon: 'day', count: notices },
      { to: '/wire', name: name.wire, icon: 'wire', count: unread },
      { to: '/clippings', name: name.clippings, icon: 'clippings', count: 0 },
      desk,
      schedule,
      evergreens,
      results,
      find,
      { to: '/set-up/sources', name: name.setUp, icon: 'setUp', count: 0 },
    ]
  })
  return { screens }
}
