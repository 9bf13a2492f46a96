/** How many times its share a task may be there where the machine is so busy that it hardly computes. */
const MOST_TIMES = 4

/** Less than this is not waited for. */
const LEAST_MS = 20

/**
 * How much longer a task may go on, in milliseconds; 0 where its time is over. What counts is what the
 * process computed meanwhile, which is never less than what the task did: on a machine that is busy with
 * other things a task of a moment may be there for seconds.
 */
export function timeLeft(longestMs: number, takenMs: number, computedMs: number): number {
  const left = Math.min(longestMs - Math.min(takenMs, computedMs), MOST_TIMES * longestMs - takenMs)
  return left < LEAST_MS ? 0 : left
}
