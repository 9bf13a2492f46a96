import { peopleRoutes } from '#shared/people/routes'
import { watchRoutes } from '#shared/watches/routes'
import type { BrandView } from '#shared/people/types'
import type { Undoable } from '#shared/platform/types'
import { pathOf, type AnswerOf, type Route } from '#shared/platform/route'
import { ask, sentenceOf, type Asked } from './client'

/** The brand on screen: its pillars, accounts and watches, what is unread, and every change to them. */
export const useBrandStore = defineStore('brand', () => {
  const view = ref<BrandView | null>(null)
  /** Why there is nothing to show; empty where there is, or may be yet. */
  const failed = ref('')
  const session = useSessionStore()
  const notices = useNoticesStore()

  /** Asks by a route of the brand. */
  const call = <R extends Route>(route: R, ...[given]: Asked<R, 'brandId'>): Promise<AnswerOf<R>> =>
    ask(route, { brandId: session.brandId, ...given })
  /** The address of what a route of the brand answers, for pictures and files. */
  const pathTo = <R extends Route>(route: R, ...[given]: Asked<R, 'brandId'>): string =>
    pathOf(route, { brandId: session.brandId, ...given })
  const canWork = computed(() => view.value?.role !== 'client')
  const isOwner = computed(() => view.value?.role === 'owner')

  async function load(): Promise<void> {
    const asked = session.brandId
    if (!asked) return
    const loaded = await call(peopleRoutes.brand).catch((error: unknown) => {
      if (!view.value) failed.value = sentenceOf(error)
      throw error
    })
    failed.value = ''
    if (asked === session.brandId) view.value = loaded
  }

  const pillarInk = (id: string | null): string => {
    const ink = view.value?.pillars.find((pillar) => pillar.id === id)?.ink
    return ink ? `var(--pillar-${ink})` : 'var(--ink-2)'
  }
  const accountName = (id: string): string =>
    view.value?.accounts.find((account) => account.id === id)?.name ?? ''

  /** Makes a change that can be undone, shows its result, and says so. */
  async function change<T extends Undoable>(message: string, work: () => Promise<T>): Promise<T> {
    const id = session.brandId!
    const result = await work()
    await load()
    notices.sayUndoable(message, id, result.historyId, load)
    return result
  }
  /** Whoever looks at a watch has seen what it had to tell. */
  async function seeWatch(id: string): Promise<void> {
    const found = view.value?.watches.find((watch) => watch.id === id)
    if (!found || found.news === 0) return
    found.news = 0
    await call(watchRoutes.markSeen, { id }).catch(() => undefined)
  }
  return { view, failed, pathTo, call, seeWatch, canWork, isOwner, load, pillarInk, accountName, change }
})
