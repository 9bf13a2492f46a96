/** Heavy work that runs in a worker thread: its name; plain data goes in and comes out. */
export interface ThreadTask<Input, Output> {
  name: string
  /** Never there: it carries the types. */
  types?: (input: Input) => Output
}

/** Declares a task that runs in a thread. The name is told to the thread; no two tasks have the same. */
export const threadTask = <Input, Output>(name: string): ThreadTask<Input, Output> => ({ name })

/** What a thread does for a task. Only the threads' bundle imports files that hold these: they may parse. */
export type InThread = [name: string, run: (input: never) => unknown]

/** What runs in a thread for a task: pure, or at least without any state of its own. */
export const inThread = <Input, Output>(
  { name }: ThreadTask<Input, Output>,
  run: (input: Input) => Output | Promise<Output>,
): InThread => [name, run as (input: never) => unknown]
