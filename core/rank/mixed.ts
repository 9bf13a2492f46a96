/**
 * Rows in turns by source: the first of each source in the order given, then the second of each, and so on,
 * so that a busy source does not drown the others. Within a turn, and of one source, the order given stays.
 */
export function mixedBySource<T>(rows: T[], sourceOf: (row: T) => string): T[] {
  const counts = new Map<string, number>()
  const turns: T[][] = []
  for (const row of rows) {
    const source = sourceOf(row)
    const turn = counts.get(source) ?? 0
    counts.set(source, turn + 1)
    ;(turns[turn] ??= []).push(row)
  }
  return turns.flat()
}
