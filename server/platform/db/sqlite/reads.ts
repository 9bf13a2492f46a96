// The file of the thread that reads: takes a statement with its values, answers the rows, on a connection
// that can't write.
import { parentPort, workerData } from 'node:worker_threads'
import Database from 'better-sqlite3'

interface HttpRequestOptions {
  id: number
  sql: string
  bindings: unknown[]
}

const db = new Database((workerData as { file: string }).file, {
  readonly: true,
  fileMustExist: true,
  timeout: 5_000,
})

parentPort?.on('message', ({ id, sql, bindings }: HttpRequestOptions) => {
  try {
    parentPort?.postMessage({ id, rows: db.prepare(sql).all(...bindings) })
  } catch (error) {
    const { message, code } = error as Error & { code?: string }
    parentPort?.postMessage({ id, error: { message, code: code ?? null } })
  }
})
