import { existsSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { dirname, join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { FeedError, type FeedErrorCode } from '../../core/feed'
import { log } from '../log'
import { settings } from '../settings'
import type { TaskName, tasks } from './tasks'

interface Job {
  task: TaskName
  input: unknown
  resolve: (value: never) => void
  reject: (error: Error) => void
}

interface Thread {
  worker: Worker
  job: Job | null
  timer: NodeJS.Timeout | undefined
}

/** A task that took longer than any honest input needs, or more memory; its thread was ended. */
export class TaskStopped extends Error {}

interface Reply {
  result: never
  error?: { name: string; message: string; code: string | null }
}

const LONGEST_MS = 20_000
const MOST_MEGABYTES = 384
const threads: Thread[] = []
const queue: Job[] = []

/**
 * Runs a task in a worker thread, in turn. A FeedError thrown there is thrown here. One that takes too long or too much memory
 * is stopped and throws TaskStopped; the tasks behind it go on in a new thread.
 */
export function runInThread<T extends TaskName>(task: T, input: Parameters<(typeof tasks)[T]>[0]): Promise<Awaited<ReturnType<(typeof tasks)[T]>>> {
  return new Promise((resolve, reject) => {
    queue.push({ task, input, resolve, reject })
    startNext()
  })
}

export async function stopThreads(): Promise<void> {
  await Promise.all(threads.splice(0).map(({ worker }) => worker.terminate()))
}

function startNext(): void {
  if (queue.length === 0) return
  const most = Math.max(1, Math.min(4, availableParallelism() - 1))
  const free = threads.find((thread) => thread.job === null) ?? (threads.length < most ? startThread() : null)
  if (!free) return
  const job = queue.shift()!
  free.job = job
  free.timer = setTimeout(() => end(free, new TaskStopped('It took longer to read than any feed should.')), LONGEST_MS)
  free.worker.postMessage({ task: job.task, input: job.input })
}

function startThread(): Thread {
  const worker = new Worker(threadFile(), { resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES } })
  const thread: Thread = { worker, job: null, timer: undefined }
  worker.unref()
  worker.on('message', ({ result, error }: Reply) => {
    const job = settle(thread)
    if (error) job?.reject(error.name === 'FeedError' ? new FeedError(error.code as FeedErrorCode, error.message) : new Error(error.message))
    else job?.resolve(result)
    startNext()
  })
  worker.on('error', (error: NodeJS.ErrnoException) => {
    log.error({ error }, 'A worker thread died; its work is given back.')
    end(thread, error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new TaskStopped('It takes more memory to read than any feed should.') : error)
  })
  threads.push(thread)
  return thread
}

/** Takes the job off its thread. */
function settle(thread: Thread): Job | null {
  clearTimeout(thread.timer)
  const { job } = thread
  thread.job = null
  return job
}

function end(thread: Thread, error: Error): void {
  const at = threads.indexOf(thread)
  if (at >= 0) threads.splice(at, 1)
  void thread.worker.terminate()
  settle(thread)?.reject(error)
  startNext()
}

/** The thread's own file lies beside the built server's entry, or where a setting says (development and tests). */
function threadFile(): string {
  const beside = join(dirname(process.argv[1] ?? '.'), 'work', 'thread.mjs')
  const file = settings().threadFile ?? (existsSync(beside) ? beside : join(process.cwd(), '.nuxt', 'work', 'thread.mjs'))
  if (!existsSync(file)) throw new Error(`The worker thread’s file is missing: ${file}. Run npm run build.`)
  return file
}
