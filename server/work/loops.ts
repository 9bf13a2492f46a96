import { log } from '../log'
import { settings } from '../settings'
import { fetchingRound, sendingRound } from './rounds'
import { Turn } from './turn'

// Fetching and sending take turns apart from each other, so that a slow site never makes a post late.
const fetching = new Turn()
const sending = new Turn()

/** Starts looking for due work again and again. Returns what stops it. */
export function startLoops(): () => void {
  const stops = [repeat('fetching', () => fetching.run(fetchingRound)), repeat('sending', () => sending.run(sendingRound))]
  return () => stops.forEach((stop) => stop())
}

/** Runs work while no loop does: the demo clock plays time forward alone. */
export const withLoopsResting = <T>(work: () => Promise<T>): Promise<T> => fetching.run(() => sending.run(work))

function repeat(name: string, round: () => Promise<number>): () => void {
  let stopped = false
  let timer: NodeJS.Timeout | undefined
  const again = async (): Promise<void> => {
    try {
      await round()
    } catch (error) {
      log.error({ error }, `A round of ${name} failed; the next one tries again.`)
    }
    if (!stopped) timer = setTimeout(() => void again(), settings().tickMs)
  }
  timer = setTimeout(() => void again(), 50)
  return () => {
    stopped = true
    clearTimeout(timer)
  }
}
