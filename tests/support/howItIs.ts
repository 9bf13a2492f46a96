import type { ChildProcess } from 'node:child_process'
import { until } from './person'

export interface HowItIs {
  /** The longest block of its event loop since this was last asked, in milliseconds. */
  delay: number
  /** Megabytes that its process holds. */
  memory: number
}

/** What a server that was started here says of itself. */
export async function howItIs(child: ChildProcess): Promise<HowItIs> {
  const { delay, memory } = await asked<HowItIs>(child, 'delay')
  return { delay, memory: memory / 1024 / 1024 }
}

/**
 * Waits until a server has looked for due work so often again, in each of its loops: what has not happened by
 * then does not happen.
 */
export async function roundsOf(child: ChildProcess, count: number): Promise<void> {
  const rounds = async (): Promise<number> => (await asked<{ rounds: number }>(child, 'rounds')).rounds
  // The first to end had begun before.
  const wanted = (await rounds()) + count + 1
  await until(`${count} rounds`, async () => (await rounds()) >= wanted)
}

/** How many plans a server has made. */
export const plansOf = async (child: ChildProcess): Promise<number> =>
  (await asked<{ plans: number }>(child, 'plans')).plans

function asked<T extends object>(child: ChildProcess, ask: keyof T): Promise<T> {
  return new Promise((resolve) => {
    const take = (message: T): void => {
      if (!(ask in message)) return
      child.off('message', take)
      resolve(message)
    }
    child.on('message', take)
    child.send({ ask })
  })
}
