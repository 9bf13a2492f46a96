import { AsyncLocalStorage } from 'node:async_hooks'
import type { ChangeKind } from '#shared/platform/types'

interface Asking {
  /** The number its window gave it. */
  id: string
  changed: Set<ChangeKind>
  isAnswered: boolean
}

const asking = new AsyncLocalStorage<Asking>()

/**
 * Does a request's work and gives, beside its result, the kinds of change it announced. What it set off and
 * left behind is no longer its own once it is answered.
 */
export function withRequest<T>(
  id: string,
  work: () => Promise<T>,
): Promise<{ result: T; changed: ChangeKind[] }> {
  const mine: Asking = { id, changed: new Set(), isAnswered: false }
  return asking.run(mine, async () => {
    try {
      return { result: await work(), changed: [...mine.changed] }
    } finally {
      mine.isAnswered = true
    }
  })
}

/** The request at work, which then tells of the change in its answer; null where there is none. */
export function requestMaking(what: ChangeKind): string | null {
  const mine = asking.getStore()
  if (!mine || mine.isAnswered) return null
  mine.changed.add(what)
  return mine.id
}
