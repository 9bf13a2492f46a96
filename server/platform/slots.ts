import { problem } from './http/problem'

/** Seconds after which one who found no room may ask again. */
const ASK_AGAIN_SECONDS = 2

/**
 * Lets so many pieces of costly work run at once, the others in turn; refuses what would have to wait behind
 * too many.
 */
export class Slots {
  readonly #most: number
  readonly #mostWaiting: number
  readonly #waiting: (() => void)[] = []
  #running = 0

  constructor(most: number, mostWaiting: number) {
    this.#most = most
    this.#mostWaiting = mostWaiting
  }

  /** Runs the work when there is room for it. Throws `tooOften` where too many wait already. */
  async run<T>(work: () => Promise<T>): Promise<T> {
    if (this.#running >= this.#most) {
      if (this.#waiting.length >= this.#mostWaiting) throw problem('tooOften', ASK_AGAIN_SECONDS)
      await new Promise<void>((resolve) => this.#waiting.push(resolve))
    } else this.#running++
    try {
      return await work()
    } finally {
      const next = this.#waiting.shift()
      // The room goes on to the next; nobody who comes in between takes it.
      if (next) next()
      else this.#running--
    }
  }
}
