import { scheduleRoutes } from '#shared/schedule/routes'
import { useDebounceFn } from '@vueuse/core'
import type { Echo, Placement, Placing } from '#shared/schedule/types'
import { PLAN_CHANGES } from './scheduleStore'

export type Wish = Pick<Placement, 'kind' | 'at'>

/** What is wished for on one account that differs: its place, and when it goes out there again. */
export type OwnWish = Wish & { echoes: Echo[] }

interface PlacedThing {
  postId: string | null
  pillarId: string | null
  link: string | null
  goodUntil: string | null
  notBefore: string | null
}

const AFTER_MS = 120

/**
 * Where a post would go on each account, by what is wished for there, and what else would move; asked for
 * anew as anything of it changes. The version is of the accounts that are `ready`: those are lined up with
 * it.
 */
export function usePlacing(
  post: () => PlacedThing,
  given: { chosen: () => string[]; ready: () => string[] },
) {
  const brand = useBrandStore()
  const places = shallowRef<Placing['accounts']>([])
  const moved = shallowRef<Placing['moved']>([])
  const version = ref('')
  /** What is wished for on all accounts, and where one differs. */
  const common = ref<Wish>({ kind: 'next', at: null })
  const own = ref<Record<string, OwnWish>>({})
  const echoes = ref<Echo[]>([])
  /** Whether the places are still being asked for. */
  const isAsking = ref(false)
  let latest = 0

  const placementsOf = (ids: string[]): Placement[] =>
    ids.map((accountId) => ({ accountId, ...(own.value[accountId] ?? { ...common.value, echoes: null }) }))
  const isWhole = ({ kind, at }: Wish): boolean => (kind !== 'slot' && kind !== 'time') || at !== null
  /** The accounts that can be confirmed where those are not all; until any is known to be ready, all. */
  function readyIds(): string[] | null {
    const ready = given.ready()
    return ready.length === 0 || ready.join() === given.chosen().join() ? null : ready
  }
  async function load(): Promise<void> {
    const requestId = ++latest
    isAsking.value = true
    await placeAll(requestId).finally(() => {
      if (requestId === latest) isAsking.value = false
    })
  }
  async function placeAll(requestId: number): Promise<void> {
    if (!brand.view || !brand.canWork) return
    const placed = placementsOf(given.chosen()).filter(isWhole)
    const body = { ...post(), placements: placed, echoes: echoes.value, readyIds: readyIds() }
    const shown =
      placed.length === 0
        ? { accounts: [], moved: [], version: '' }
        : await brand.call(scheduleRoutes.tryPlacing, { body }).catch(() => null)
    if (requestId !== latest || !shown) return
    places.value = shown.accounts
    moved.value = shown.moved
    version.value = placementsOf(given.ready()).every(isWhole) ? shown.version : ''
  }
  const asked = (): string =>
    JSON.stringify([
      post(),
      given.chosen(),
      readyIds(),
      common.value,
      own.value,
      echoes.value,
      brand.view?.brand.id,
    ])
  const loadSoon = useDebounceFn(load, AFTER_MS)
  // What was shown is of before: nothing is lined up with it.
  watch(
    asked,
    () => {
      version.value = ''
      isAsking.value = true
      void loadSoon()
    },
    { flush: 'sync' },
  )
  void load()
  onChanges(PLAN_CHANGES, load)
  /** Begins anew for another post; where a slot was chosen for it, there. */
  function reset(slot: { at: string; accountId: string | null } | null = null): void {
    const wish: Wish | null = slot && { kind: 'slot', at: slot.at }
    common.value = slot?.accountId || !wish ? { kind: 'next', at: null } : wish
    own.value = slot?.accountId && wish ? { [slot.accountId]: { ...wish, echoes: [] } } : {}
    echoes.value = []
  }
  return {
    places,
    moved,
    version,
    isAsking,
    common,
    own,
    echoes,
    load,
    reset,
    placements: () => placementsOf(given.ready()),
  }
}

export type PlacingWish = ReturnType<typeof usePlacing>
