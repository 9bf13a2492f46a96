// The file of a worker thread: takes a task, answers its result or what went wrong.
import { setPriority } from 'node:os'
import { parentPort } from 'node:worker_threads'
import { tasks, type TaskName } from './tasks'

interface Job {
  task: TaskName
  input: never
}

// Where cores are few, the thread that answers people goes first (on Linux a priority is a thread's own).
try {
  setPriority(10)
} catch {
  // Without it everything works, only less smoothly.
}

async function work({ task, input }: Job): Promise<void> {
  try {
    parentPort?.postMessage({ result: await tasks[task](input) })
  } catch (error) {
    const { name, message } = error instanceof Error ? error : new Error(String(error))
    parentPort?.postMessage({ error: { name, message, code: (error as { code?: string }).code ?? null } })
  }
}

parentPort?.on('message', (job: Job) => void work(job))
