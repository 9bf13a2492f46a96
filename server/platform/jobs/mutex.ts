/**
 * Lets one piece of work run at a time; the next begins when the one before is done, whatever became of it.
 */
export class Mutex {
  #last: Promise<unknown> = Promise.resolve()

  run<T>(work: () => Promise<T>): Promise<T> {
    const mine = this.#last.then(work, work)
    this.#last = mine.catch(() => undefined)
    return mine
  }
}
