import { availableParallelism } from 'node:os'

/** What a person waits for, what goes on behind, and files that may be heavy, such as PDFs. */
export type LaneName = 'person' | 'background' | 'file'

export interface Lane {
  name: LaneName
  /** Threads it may have at once. */
  threads: number
  /** How long a task may compute, in milliseconds, and how much memory its thread may have. */
  longestMs: number
  megabytes: number
  /**
   * Megabytes by which the whole process may grow while one of its tasks runs: what a thread unpacks into
   * buffers is in no heap and known to no other limit. Null where nothing is unpacked.
   */
  growthMegabytes: number | null
  /** Threads that are kept without work: a new one takes a while to start. */
  kept: number
}

/** Each has threads of its own, so that nothing that goes on behind makes a person wait. */
export const LANES: Record<LaneName, Lane> = {
  person: { name: 'person', threads: 2, longestMs: 3_000, megabytes: 128, growthMegabytes: null, kept: 1 },
  background: {
    name: 'background',
    threads: Math.max(1, Math.min(3, availableParallelism() - 1)),
    longestMs: 20_000,
    megabytes: 288,
    growthMegabytes: null,
    kept: 1,
  },
  // One thread: whose buffers grow is known then.
  file: { name: 'file', threads: 1, longestMs: 9_000, megabytes: 256, growthMegabytes: 400, kept: 0 },
}

/** Something that waits for a thread. `of`: whose it is, such as a brand and a host. */
export interface Waiting {
  of: string[]
}

const HALVED_EVERY_MS = 20_000

/**
 * Who used how much of the threads' time lately: whoever used least is next, so that one who needs much makes
 * nobody else wait.
 */
export class Fairness {
  readonly #used = new Map<string, { ms: number; at: number }>()

  note(of: string[], ms: number, now: number): void {
    for (const key of of) this.#used.set(key, { ms: this.#usedBy(key, now) + ms, at: now })
    if (this.#used.size > 2_000)
      for (const key of this.#used.keys()) if (this.#usedBy(key, now) < 1) this.#used.delete(key)
  }

  /**
   * The next of those that wait: of those who may begin the one whose brand and host used least, the earliest
   * of equals. Where a lane has several threads, one of them is never given to whom the others work for
   * already. Null for none.
   */
  next<T extends Waiting>(
    waiting: T[],
    running: Waiting[],
    { threads }: Pick<Lane, 'threads'>,
    now: number,
  ): T | null {
    const most = Math.max(1, threads - 1)
    const busy = (key: string): boolean => running.filter(({ of }) => of.includes(key)).length >= most
    let found: { one: T; used: number } | null = null
    for (const one of waiting) {
      if (one.of.some(busy)) continue
      const used = Math.max(0, ...one.of.map((key) => this.#usedBy(key, now)))
      if (!found || used < found.used) found = { one, used }
    }
    return found?.one ?? null
  }

  #usedBy(key: string, now: number): number {
    const known = this.#used.get(key)
    return known ? known.ms * 2 ** ((known.at - now) / HALVED_EVERY_MS) : 0
  }
}
