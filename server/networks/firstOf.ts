import { ProblemError } from '#server/platform/http/problem'

/** What says that a host gave no answer; another protocol may not need that host to answer (a handle's). */
const SILENT = new Set(['unknownHost', 'noAnswer'])

/**
 * The first of several protocols that an address speaks, tried in their order; null where it speaks none. A
 * host that is silent to one is asked by the others; only where none fits is its silence thrown.
 */
export async function firstOf<T>(tries: (() => Promise<T | null>)[]): Promise<T | null> {
  let silence: ProblemError | null = null
  for (const attempt of tries) {
    try {
      const found = await attempt()
      if (found !== null) return found
    } catch (error) {
      if (!(error instanceof ProblemError) || !SILENT.has(error.code)) throw error
      silence ??= error
    }
  }
  if (silence) throw silence
  return null
}
