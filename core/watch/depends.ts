import type { WatchQuery } from './types'

/** The parts of a query whose truth changes after an article came. Words never do, so today's queries have none. */
export function dependsOn(query: WatchQuery): ('age' | 'outlets' | 'responses')[] {
  void query
  return []
}
