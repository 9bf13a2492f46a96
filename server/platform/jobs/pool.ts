import type { Message } from '#core/message'
import { Worker } from 'node:worker_threads'
import { FeedError, type FeedErrorCode } from '#core/feed/errors'
import { FormatError } from '#core/formats/errors'
import { realNow } from '../clock'
import { log } from '../log'
import { Fairness, LANES, type Lane, type LaneName } from './lanes'
import { TaskStopped } from './taskStopped'
import { threadFileNamed } from './threadFile'
import { timeLeft } from './taskTime'
import type { ThreadTask } from './threadTask'

interface Job {
  task: string
  input: unknown
  of: string[]
  resolve: (value: never) => void
  reject: (error: Error) => void
}

interface Thread {
  worker: Worker
  job: Job | null
  startedAt: number
  timer: NodeJS.Timeout | undefined
  watch: NodeJS.Timeout | undefined
}

export { TaskStopped }

interface Reply {
  /** The task is taken in hand; its result comes later. */
  hasBegun?: true
  result: never
  error?: { name: string; message: string; code: string | null; line: number; detail: Message | null }
}

/** Tasks that may wait in a lane; what comes on top is refused at once. */
const MOST_WAITING = 1_000
/** How long a thread may take to be there and to take a task in hand. */
const LONGEST_START_MS = 60_000
/** How long a thread beyond those a lane keeps is there without work. */
const IDLE_MS = 10_000
/** Room for what a thread needs for a moment: the platform's own is 48 MB for each. */
const YOUNG_MEGABYTES = 4
const MEGABYTE = 1024 * 1024
/** How often it is looked how much the process has grown. */
const LOOK_MS = 50

class LaneOfThreads {
  readonly #lane: Lane
  readonly #fairness = new Fairness()
  #threads: Thread[] = []
  #waiting: Job[] = []

  constructor(lane: Lane) {
    this.#lane = lane
  }

  run(job: Job): void {
    if (this.#waiting.length >= MOST_WAITING) return job.reject(new TaskStopped('busy'))
    this.#waiting.push(job)
    this.#startNext()
  }

  async stop(): Promise<void> {
    await Promise.all(this.#threads.splice(0).map(({ worker }) => worker.terminate()))
  }

  #startNext(): void {
    const running = this.#threads.flatMap(({ job }) => job ?? [])
    const job = this.#fairness.next(this.#waiting, running, this.#lane, realNow())
    if (!job) return
    const free =
      this.#threads.find((thread) => thread.job === null) ??
      (this.#threads.length < this.#lane.threads ? this.#startThread() : null)
    if (!free) return
    this.#waiting.splice(this.#waiting.indexOf(job), 1)
    clearTimeout(free.timer)
    free.job = job
    free.startedAt = realNow()
    free.timer = setTimeout(() => this.#end(free, new TaskStopped('slow')), LONGEST_START_MS)
    free.worker.postMessage({ task: job.task, input: job.input })
    this.#startNext()
  }

  #startThread(): Thread {
    const { name, megabytes } = this.#lane
    const worker = new Worker(threadFileNamed('thread.mjs'), {
      workerData: { lane: name satisfies LaneName },
      resourceLimits: { maxOldGenerationSizeMb: megabytes, maxYoungGenerationSizeMb: YOUNG_MEGABYTES },
    })
    const thread: Thread = { worker, job: null, startedAt: 0, timer: undefined, watch: undefined }
    worker.unref()
    worker.on('message', ({ hasBegun, result, error }: Reply) => {
      if (hasBegun) return this.#begin(thread)
      const job = this.#settle(thread)
      if (error) job?.reject(errorOf(error))
      else job?.resolve(result)
      this.#startNext()
      if (thread.job === null && this.#threads.length > this.#lane.kept)
        thread.timer = setTimeout(() => this.#end(thread, new TaskStopped('slow')), IDLE_MS).unref()
    })
    worker.on('error', (error: NodeJS.ErrnoException) => {
      log.error({ error }, 'A worker thread died; its work is given back.')
      this.#end(thread, error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new TaskStopped('heavy') : error)
    })
    this.#threads.push(thread)
    return thread
  }

  /** The limits are a task's own: what its thread takes to start is not counted. */
  #begin(thread: Thread): void {
    thread.startedAt = realNow()
    thread.watch = this.#watchGrowth(thread)
    const before = process.cpuUsage()
    const { longestMs } = this.#lane
    const look = (leftMs: number): void => {
      clearTimeout(thread.timer)
      thread.timer = setTimeout(() => {
        const { user, system } = process.cpuUsage(before)
        const left = timeLeft(longestMs, realNow() - thread.startedAt, (user + system) / 1_000)
        if (left > 0) look(left)
        else this.#end(thread, new TaskStopped('slow'))
      }, leftMs)
    }
    look(longestMs)
  }

  /** Ends a thread whose task makes the process grow by more than its lane allows. */
  #watchGrowth(thread: Thread): NodeJS.Timeout | undefined {
    const { growthMegabytes } = this.#lane
    if (growthMegabytes === null) return undefined
    const most = process.memoryUsage.rss() + growthMegabytes * MEGABYTE
    return setInterval(() => {
      if (process.memoryUsage.rss() > most) this.#end(thread, new TaskStopped('heavy'))
    }, LOOK_MS)
  }

  /** Takes the job off its thread. */
  #settle(thread: Thread): Job | null {
    clearTimeout(thread.timer)
    clearInterval(thread.watch)
    const { job } = thread
    thread.job = null
    if (job) this.#fairness.note(job.of, realNow() - thread.startedAt, realNow())
    return job
  }

  #end(thread: Thread, error: Error): void {
    this.#threads = this.#threads.filter((known) => known !== thread)
    void thread.worker.terminate()
    this.#settle(thread)?.reject(error)
    this.#startNext()
  }
}

const lanes = {
  person: new LaneOfThreads(LANES.person),
  background: new LaneOfThreads(LANES.background),
  file: new LaneOfThreads(LANES.file),
}

/**
 * Runs a task in a worker thread of a lane, those who used it least first. A FeedError or FormatError thrown
 * there is thrown here. One that takes too long or too much memory is stopped and throws TaskStopped; the
 * tasks behind it go on in a new thread.
 * `of`: whose it is, such as `brand:ID` and `host:NAME`.
 */
export function runInThread<Input, Output>(
  lane: LaneName,
  of: string[],
  { name }: ThreadTask<Input, Output>,
  input: Input,
): Promise<Output> {
  return new Promise<Output>((resolve, reject) => lanes[lane].run({ task: name, input, of, resolve, reject }))
}

export async function stopThreads(): Promise<void> {
  await Promise.all(Object.values(lanes).map((lane) => lane.stop()))
}

function errorOf({ name, message, code, line, detail }: NonNullable<Reply['error']>): Error {
  if (name === 'FeedError' && detail) return new FeedError(code as FeedErrorCode, detail)
  if (name === 'FormatError' && detail) return new FormatError(code as FormatError['code'], line, detail)
  return name === 'TooDeep' ? new TaskStopped('deep') : new Error(message)
}
