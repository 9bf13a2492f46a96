import { peopleRoutes } from '#shared/people/routes'
import { watchRoutes } from '#shared/watches/routes'
import type { BrandView } from '#shared/people/types'
import type { Undoable } from '#shared/platform/types'
import { pathOf, type AnswerOf, type Route } from '#shared/platform/route'
import { ask, askInSteps, type Asked } from './client'

const CHANGES = [
  'brand',
  'account',
  'pillar',
  'campaign',
  'watch',
  'watch-hit',
  'source',
  'article',
  'tag',
  'post',
  'line',
  'notice',
] as const

/** The brand on screen: its pillars, accounts and watches, what is unread, and every change to them. */
export const useBrandStore = defineStore('brand', () => {
  const session = useSessionStore()
  const notices = useNoticesStore()
  const changes = useChangesStore()
  const query = useBrandQuery(peopleRoutes.brand, { changes: CHANGES })
  // While another brand is on its way, what is on screen stays whole.
  const view = shallowRef<BrandView | null>(null)
  watch(query.data, (now) => now && (view.value = now), { immediate: true, flush: 'sync' })

  /** Asks by a route of the brand. */
  const call = <R extends Route>(route: R, ...[given]: Asked<R, 'brandId'>): Promise<AnswerOf<R>> =>
    ask(route, { brandId: session.brandId, ...given })
  /** Asks by a route that answers in steps: see `askInSteps`. */
  const callInSteps = <T>(
    route: Route,
    given: object,
    onStep: (step: T) => void,
    signal: AbortSignal,
  ): Promise<void> => askInSteps(route, { brandId: session.brandId, ...given }, onStep, signal)
  /** The address of what a route of the brand answers, for pictures and files. */
  const pathTo = <R extends Route>(route: R, ...[given]: Asked<R, 'brandId'>): string =>
    pathOf(route, { brandId: session.brandId, ...given })
  const canWork = computed(() => view.value?.role !== 'client')
  const isOwner = computed(() => view.value?.role === 'owner')

  const pillarInk = (id: string | null): string => {
    const ink = view.value?.pillars.find((pillar) => pillar.id === id)?.ink
    return ink ? `var(--pillar-${ink})` : 'var(--ink-2)'
  }
  const accountName = (id: string): string =>
    view.value?.accounts.find((account) => account.id === id)?.name ?? ''

  /** The network of an account, by its id; '' for one that is gone. */
  const networkOf = (accountId: string): string =>
    view.value?.accounts.find(({ id }) => id === accountId)?.rules.id ?? ''

  /** Makes a change that can be undone, shows its result, and says so. */
  async function change<T extends Undoable>(
    message: string | ((result: T) => string),
    work: () => Promise<T>,
  ): Promise<T> {
    const id = session.brandId!
    const result = await work()
    await changes.whenFresh()
    notices.sayUndoable(typeof message === 'string' ? message : message(result), id, result.historyId)
    return result
  }
  /** Whoever looks at a watch has seen what it had to tell. */
  async function seeWatch(id: string): Promise<void> {
    const known = query.data.value
    const news = known?.watches.find((watch) => watch.id === id)?.news ?? 0
    if (!known || news === 0) return
    query.set({
      ...known,
      watches: known.watches.map((watch) => (watch.id === id ? { ...watch, news: 0 } : watch)),
    })
    await call(watchRoutes.markSeen, { id, by: 'brand' }).catch(() => undefined)
  }
  const { failed, load, reload } = query
  return {
    view,
    failed,
    pathTo,
    call,
    callInSteps,
    seeWatch,
    canWork,
    isOwner,
    load,
    reload,
    pillarInk,
    accountName,
    networkOf,
    change,
  }
})
