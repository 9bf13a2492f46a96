import { evergreenRoutes } from '#shared/evergreens/routes'
import type { EvergreenView, EvergreensView } from '#shared/evergreens/types'
import * as words from '#shared/words'

/** Which evergreens are shown: a pillar's (empty for those without), or those that take no turn. */
export type Shelf = { pillarId: string } | 'resting' | 'retired'

/** Whether an evergreen takes no turn on any account because somebody, or something, put it away. */
const isAll = (one: EvergreenView, state: 'resting' | 'retired'): boolean =>
  one.accounts.every(({ waits }) => waits === state)
export const isResting = (one: EvergreenView): boolean => isAll(one, 'resting')
export const isRetired = (one: EvergreenView): boolean => isAll(one, 'retired')

/** Those of a shelf, whose turn comes first above. */
export function onShelf(all: EvergreenView[], shelf: Shelf): EvergreenView[] {
  const wanted = all.filter((one) =>
    shelf === 'retired'
      ? isRetired(one)
      : shelf === 'resting'
        ? isResting(one)
        : !isResting(one) && !isRetired(one) && (one.pillarId ?? '') === shelf.pillarId,
  )
  return wanted.sort((a, b) => (a.nextAt ?? '9').localeCompare(b.nextAt ?? '9'))
}

/** The evergreens of the brand, and what is done with them. */
export function useEvergreens() {
  const brand = useBrandStore()
  const labels = words.evergreens
  const { data: view, failed } = useBrandQuery(evergreenRoutes.evergreens, {
    changes: [
      'evergreen',
      'line',
      'delivery',
      'post',
      'post-text',
      'account',
      'pillar',
      'responses',
      'clock',
    ],
  })
  const put = (ids: string[], state: 'in-turn' | 'resting' | 'retired'): Promise<unknown> =>
    brand.change(ids.length > 1 ? labels.several.done[state](ids.length) : labels.done[state], () =>
      brand.call(evergreenRoutes.put, { body: { postIds: ids, state } }),
    )
  return { view, failed, put }
}

export type PoolsOf = EvergreensView['pools']
