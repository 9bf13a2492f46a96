import type { ChildProcess } from 'node:child_process'

export interface HowItIs {
  /** The longest block of its event loop since this was last asked, in milliseconds. */
  delay: number
  /** Megabytes that its process holds. */
  memory: number
}

/** What a server that was started here says of itself. */
export function howItIs(child: ChildProcess): Promise<HowItIs> {
  return new Promise((resolve) => {
    const take = (message: { delay?: number; memory?: number }): void => {
      if (message.delay === undefined) return
      child.off('message', take)
      resolve({ delay: message.delay, memory: message.memory! / 1024 / 1024 })
    }
    child.on('message', take)
    child.send({ ask: 'delay' })
  })
}
