import { existsSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { dirname, join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { FeedError, type FeedErrorCode } from '../../core/feed'
import { log } from '../log'
import { settings } from '../settings'
import type { TaskName, tasks } from './tasks'

interface Waiting {
  resolve: (value: never) => void
  reject: (error: Error) => void
}

interface Thread {
  worker: Worker
  waiting: Map<number, Waiting>
}

const threads: Thread[] = []
let nextId = 1

/** Runs a task in a worker thread, the least busy one. A FeedError thrown there is thrown here; a thread that dies is replaced. */
export function runInThread<T extends TaskName>(task: T, input: Parameters<(typeof tasks)[T]>[0]): Promise<ReturnType<(typeof tasks)[T]>> {
  const thread = leastBusy()
  const id = nextId++
  return new Promise((resolve, reject) => {
    thread.waiting.set(id, { resolve, reject })
    thread.worker.postMessage({ id, task, input })
  })
}

export async function stopThreads(): Promise<void> {
  await Promise.all(threads.splice(0).map(({ worker }) => worker.terminate()))
}

function leastBusy(): Thread {
  const most = Math.max(1, Math.min(4, availableParallelism() - 1))
  if (threads.length < most) threads.push(startThread())
  return threads.reduce((best, thread) => (thread.waiting.size < best.waiting.size ? thread : best))
}

function startThread(): Thread {
  const thread: Thread = { worker: new Worker(threadFile()), waiting: new Map() }
  thread.worker.unref()
  thread.worker.on('message', ({ id, result, error }: { id: number; result: never; error?: { name: string; message: string; code: string | null } }) => {
    const waiting = thread.waiting.get(id)
    thread.waiting.delete(id)
    if (error) waiting?.reject(error.name === 'FeedError' ? new FeedError(error.code as FeedErrorCode, error.message) : new Error(error.message))
    else waiting?.resolve(result)
  })
  thread.worker.on('error', (error) => {
    log.error({ error }, 'A worker thread died; its work is given back.')
    threads.splice(threads.indexOf(thread), 1)
    for (const waiting of thread.waiting.values()) waiting.reject(error as Error)
  })
  return thread
}

/** The thread's own file lies beside the built server's entry, or where a setting says (development and tests). */
function threadFile(): string {
  const beside = join(dirname(process.argv[1] ?? '.'), 'work', 'thread.mjs')
  const file = settings().threadFile ?? (existsSync(beside) ? beside : join(process.cwd(), '.nuxt', 'work', 'thread.mjs'))
  if (!existsSync(file)) throw new Error(`The worker thread’s file is missing: ${file}. Run npm run build.`)
  return file
}
