import { useQueryCache } from '@pinia/colada'
import { useDebounceFn } from '@vueuse/core'
import type { ChangeKind } from '#shared/platform/types'
import { ownRequests } from './ownRequests'

/** So long an answer on its way keeps the next question back. */
const MOST_WAIT_MS = 4000

/** Who changed something: what this window's caller said of itself, or anybody else. */
const ELSEWHERE = 'elsewhere'

interface Listener {
  kinds: readonly ChangeKind[]
  /** Whose changes it knows already. */
  but: string | null
  work: () => unknown
}

/**
 * What changed, told to whom it concerns: queries name the kinds that make them stale, listeners those they
 * wait for. Bursts are told once. What is not on screen is only marked, and fetched when it is shown again.
 */
export const useChangesStore = defineStore('changes', () => {
  const cache = useQueryCache()
  const listeners = new Set<Listener>()
  const waiting = new Map<ChangeKind, Set<string>>()
  let latest: Promise<unknown> = Promise.resolve()

  /** Something changed elsewhere, or by this window. */
  function hear(kinds: Iterable<ChangeKind>, by = ELSEWHERE): void {
    for (const kind of kinds) waiting.set(kind, (waiting.get(kind) ?? new Set()).add(by))
    if (waiting.size > 0) void tellSoon()
  }

  function tell(): void {
    if (waiting.size === 0) return
    const changed = new Map(waiting)
    waiting.clear()
    const isTold = ({ kinds, but }: Pick<Listener, 'kinds' | 'but'>): boolean =>
      kinds.some((kind) => [...(changed.get(kind) ?? [])].some((by) => by !== but))
    const stale = cache.invalidateQueries({
      predicate: ({ meta }) => isTold({ kinds: (meta.changes as ChangeKind[] | undefined) ?? [], but: null }),
    })
    // What could not be fetched now is fetched with the next change; the screens keep what they show.
    latest = Promise.allSettled([stale, ...[...listeners].filter(isTold).map(({ work }) => work())])
  }
  /**
   * In a burst what is on its way is let arrive first, within reason: asked anew each time, a slow answer
   * would never be shown.
   */
  const tellSoon = useDebounceFn(
    async () => {
      await Promise.race([latest, new Promise((resolve) => setTimeout(resolve, MOST_WAIT_MS))])
      tell()
    },
    150,
    { maxWait: 1000 },
  )

  /** Tells what waits to be told now, and resolves once the screens show it. */
  async function whenFresh(): Promise<void> {
    tell()
    await latest
  }
  /** What changed in a brand that is not on screen is fetched when it is. */
  function hearOf(brandId: string, kind: ChangeKind): void {
    for (const entry of cache.getEntries({ key: [brandId] }))
      if ((entry.meta.changes as ChangeKind[] | undefined)?.includes(kind)) cache.invalidate(entry)
  }
  /** Fetches all anew that is on screen: what changed meanwhile is not known. */
  async function refreshAll(): Promise<void> {
    await Promise.allSettled([cache.invalidateQueries(), ...[...listeners].map(({ work }) => work())])
  }

  function listen(listener: Listener): () => void {
    listeners.add(listener)
    return () => void listeners.delete(listener)
  }
  ownRequests.heard = hear
  return { hear, hearOf, whenFresh, refreshAll, listen }
})

/**
 * Does something whenever one of these kinds changed, for as long as the scope lives. `but` leaves out what
 * was changed by calls that named themselves so: they have shown it already.
 */
export function onChanges(
  kinds: readonly ChangeKind[],
  work: () => unknown,
  { but = null }: { but?: string | null } = {},
): void {
  onScopeDispose(useChangesStore().listen({ kinds, but, work }))
}
