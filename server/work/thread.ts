// The file of a worker thread: takes a task, answers its result or what went wrong.
import { parentPort } from 'node:worker_threads'
import { tasks, type TaskName } from './tasks'

interface Job {
  task: TaskName
  input: never
}

parentPort?.on('message', ({ task, input }: Job) => {
  try {
    parentPort?.postMessage({ result: tasks[task](input) })
  } catch (error) {
    const { name, message } = error instanceof Error ? error : new Error(String(error))
    parentPort?.postMessage({ error: { name, message, code: (error as { code?: string }).code ?? null } })
  }
})
