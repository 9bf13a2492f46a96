/**
 * A place where a subject lets those above it, which it does not know, take part in what it does. They
 * register as the process starts (server/subjects.ts); what they give is given back in the order they came.
 */
export interface Hook<Arguments extends unknown[], Result> {
  on: (handler: (...given: Arguments) => Promise<Result>) => void
  run: (...given: Arguments) => Promise<Result[]>
}

export function hook<Arguments extends unknown[], Result = void>(): Hook<Arguments, Result> {
  const handlers: ((...given: Arguments) => Promise<Result>)[] = []
  return {
    on: (handler) => void handlers.push(handler),
    async run(...given) {
      const results: Result[] = []
      for (const handler of handlers) results.push(await handler(...given))
      return results
    },
  }
}
