import { useQueryCache, type UseQueryEntry } from '@pinia/colada'
import type { ChangeKind } from '#shared/platform/types'
import { pathOf, type AnswerOf, type Route } from '#shared/platform/route'
import { ask, sentenceOf, type Asked } from './client'

/** While it is on screen the stream of changes says when it is stale. */
const FRESH_MS = 60_000
/** How long it is kept after the last screen that showed it. */
const KEPT_MS = 30 * 60_000

interface Options<R extends Route> {
  /** The kinds of change that make it stale. */
  changes: readonly ChangeKind[]
  /** Its route's parameters and query, where they may change. */
  given?: () => Asked<R, 'brandId'>[0]
  /** Whether it is wanted now; by default always. */
  enabled?: () => boolean
  /** Shown again after this time it is fetched anew, whatever was told; 0 for what the clock alone changes. */
  freshMs?: number
}

/**
 * What a route of the brand answers, fetched once for all who show it and kept true while anybody does: a
 * change of its kinds, another brand or other parameters fetch it anew. While another page of it is on its
 * way, the last one of the same brand stays. Works in components, composables and stores alike: it is
 * followed for as long as the scope lives.
 */
export function useBrandQuery<R extends Route>(
  route: R,
  { changes, given = () => undefined, enabled = () => true, freshMs = FRESH_MS }: Options<R>,
) {
  const cache = useQueryCache()
  const session = useSessionStore()
  const scope = getCurrentScope()
  const isEnabled = (): boolean => session.brandId !== null && enabled()
  const optionsNow = () => {
    const all = { brandId: session.brandId ?? '', ...given() }
    return {
      key: [all.brandId, pathOf(route, all)],
      query: () => ask(route, all),
      enabled: isEnabled,
      meta: { changes },
      staleTime: freshMs,
      gcTime: KEPT_MS,
      placeholderData: (previous: AnswerOf<R> | undefined, entry: UseQueryEntry | undefined) =>
        entry?.key[0] === all.brandId ? previous : undefined,
    }
  }
  let last: UseQueryEntry<AnswerOf<R>, Error, undefined> | undefined
  const entry = computed(() => (last = cache.ensure<AnswerOf<R>, Error, undefined>(optionsNow(), last)))

  watch(
    [entry, isEnabled],
    ([now, wanted], [before]) => {
      if (before && before !== now) cache.untrack(before, scope)
      cache.track(now, scope)
      // What failed is kept as its state.
      if (wanted) cache.refresh(now).catch(() => undefined)
    },
    { immediate: true },
  )
  if (scope) onScopeDispose(() => last && cache.untrack(last, scope))

  const data = computed((): AnswerOf<R> | null => {
    const { state, placeholderData } = entry.value
    return state.value.data ?? (state.value.status === 'pending' ? placeholderData : null) ?? null
  })
  /** Why there is nothing to show; empty where there is, or may be yet. */
  const failed = computed(() => {
    const { status, error } = entry.value.state.value
    return status === 'error' && data.value === null ? sentenceOf(error) : ''
  })
  /** Resolves with it once it is fetched and no change is known that it lacks. Throws a Refusal. */
  const load = async (): Promise<AnswerOf<R> | null> =>
    isEnabled() ? ((await cache.refresh(entry.value)).data ?? null) : null
  /** Fetches it anew; where that fails, `failed` says so, or what is shown stays. */
  const reload = async (): Promise<void> => {
    if (isEnabled()) await cache.fetch(entry.value).catch(() => undefined)
  }
  /** Shows something else in its place, such as what a change of it answered. */
  const set = (now: AnswerOf<R>): void => void cache.setQueryData(entry.value.key, now)
  const isLoading = computed(() => entry.value.asyncStatus.value === 'loading')
  return { data, failed, isLoading, load, reload, set }
}
