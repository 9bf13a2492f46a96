import type { Message } from '#core/message'
// The file of a worker thread: takes a task, answers its result or what went wrong.
import { setPriority } from 'node:os'
import { parentPort, workerData } from 'node:worker_threads'
import type { LaneName } from '#server/platform/jobs/lanes'
import { almanacInThread } from '#server/almanac/inThread'
import { archivesInThread } from '#server/archives/inThread'
import { articlesInThread } from '#server/articles/inThread'
import { batchesInThread } from '#server/batches/inThread'
import { captureInThread } from '#server/capture/inThread'
import { clippingsInThread } from '#server/clippings/inThread'
import { draftingInThread } from '#server/drafting/inThread'
import { lettersInThread } from '#server/letters/inThread'
import { ordersInThread } from '#server/orders/inThread'
import { pagesInThread } from '#server/platform/pages/inThread'
import { postsInThread } from '#server/posts/inThread'
import { readingInThread } from '#server/reading/inThread'
import { resultsInThread } from '#server/results/inThread'
import { sourcesInThread } from '#server/sources/inThread'
import { watchesInThread } from '#server/watches/inThread'

/** All that runs in threads, by its name: what each subject says of its own. */
const tasks = new Map([
  ...almanacInThread,
  ...archivesInThread,
  ...articlesInThread,
  ...batchesInThread,
  ...captureInThread,
  ...clippingsInThread,
  ...draftingInThread,
  ...lettersInThread,
  ...ordersInThread,
  ...pagesInThread,
  ...postsInThread,
  ...readingInThread,
  ...resultsInThread,
  ...sourcesInThread,
  ...watchesInThread,
])

interface Job {
  task: string
  input: never
}

// Where cores are few, what people wait for goes first (on Linux a priority is a thread's own).
try {
  setPriority((workerData as { lane: LaneName }).lane === 'person' ? 2 : 10)
} catch {
  // Without it everything works, only less smoothly.
}

async function work({ task, input }: Job): Promise<void> {
  parentPort?.postMessage({ hasBegun: true })
  try {
    parentPort?.postMessage({ result: await tasks.get(task)!(input) })
  } catch (error) {
    const { name, message } = error instanceof Error ? error : new Error(String(error))
    const {
      code = null,
      line = 0,
      detail = null,
    } = error as { code?: string; line?: number; detail?: Message }
    parentPort?.postMessage({ error: { name, message, code, line, detail } })
  }
}

parentPort?.on('message', (job: Job) => void work(job))
