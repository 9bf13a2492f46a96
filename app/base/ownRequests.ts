import { v7 as uuid } from 'uuid'
import type { ChangeKind } from '#shared/platform/types'

const MOST_REMEMBERED = 200

/**
 * This window's own changes. Each carries a number of its own, which comes back with what it changed in its
 * answer, and again in the stream of changes: what the answer has told already is not news there.
 */
class OwnRequests {
  readonly #waiting = new Map<string, Promise<void>>()
  readonly #answered = new Set<string>()
  /** Is told what an answered request changed, and who asked for it. */
  heard: (kinds: ChangeKind[], by: string) => void = () => undefined

  /** Begins one: gives its number and what ends it, with the kinds its answer names; null where it failed. */
  begin(by: string): { id: string; end: (kinds: ChangeKind[] | null) => void } {
    const id = uuid()
    let ended!: () => void
    this.#waiting.set(id, new Promise((resolve) => (ended = resolve)))
    const end = (kinds: ChangeKind[] | null): void => {
      this.#waiting.delete(id)
      if (kinds) this.#remember(id)
      ended()
      if (kinds && kinds.length > 0) this.heard(kinds, by)
    }
    return { id, end }
  }

  /**
   * Whether what a request changed is known from its answer. One still on its way is waited for; of one whose
   * answer got lost nothing is known.
   */
  async isKnown(id: string | null): Promise<boolean> {
    if (id === null) return false
    await this.#waiting.get(id)
    return this.#answered.has(id)
  }

  #remember(id: string): void {
    this.#answered.add(id)
    if (this.#answered.size > MOST_REMEMBERED) this.#answered.delete(this.#answered.values().next().value!)
  }
}

export const ownRequests = new OwnRequests()
