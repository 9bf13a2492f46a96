import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import type { Knex } from 'knex'
import { log } from '../../log'
import { settings } from '../../settings'
import { TaskStopped } from '../../jobs/taskStopped'
import { threadFileNamed } from '../../jobs/threadFile'

interface Waiting {
  resolve: (rows: never[]) => void
  reject: (error: Error) => void
  timer: NodeJS.Timeout
}

/** No read of the product takes so long; one that does is ended, so that those behind it are answered. */
const LONGEST_MS = 15_000

let thread: Worker | null = null
let asked = 0
const waiting = new Map<number, Waiting>()

/**
 * Runs a query that may take long in a thread of its own, on a connection that can't write: SQLite answers on
 * the thread that asks, and nobody else is answered meanwhile. It sees what is stored, not what a transaction
 * is about to store.
 */
export function readApart<T>(query: Knex.QueryBuilder | Knex.Raw): Promise<T[]> {
  const { sql, bindings } = query.toSQL().toNative()
  return new Promise((resolve, reject) => {
    const id = ++asked
    const timer = setTimeout(() => endThread(new TaskStopped('slow')), LONGEST_MS)
    waiting.set(id, { resolve, reject, timer })
    readingThread().postMessage({ id, sql, bindings: bindings.map(plain) })
  })
}

/** Values as SQLite takes them; it knows no truth values. */
const plain = (value: unknown): unknown => (typeof value === 'boolean' ? Number(value) : value)

function readingThread(): Worker {
  if (thread) return thread
  const made = new Worker(threadFileNamed('reads.mjs'), {
    workerData: { file: join(settings().dataDir, 'quill.sqlite') },
    resourceLimits: { maxYoungGenerationSizeMb: 8 },
  })
  made.unref()
  made.on(
    'message',
    ({
      id,
      rows,
      error,
    }: {
      id: number
      rows: never[]
      error?: { message: string; code: string | null }
    }) => {
      const one = waiting.get(id)
      if (!one) return
      waiting.delete(id)
      clearTimeout(one.timer)
      if (error) one.reject(Object.assign(new Error(error.message), { code: error.code }))
      else one.resolve(rows)
    },
  )
  made.on('error', (error) => {
    log.error({ error }, 'The thread that reads died; the next read starts another.')
    if (thread === made) endThread(error)
  })
  thread = made
  return made
}

/** Ends the thread; what waited for it fails. */
function endThread(error: Error): void {
  void thread?.terminate()
  thread = null
  for (const one of waiting.values()) {
    clearTimeout(one.timer)
    one.reject(error)
  }
  waiting.clear()
}

export const stopReading = async (): Promise<void> => {
  await thread?.terminate()
  thread = null
}
