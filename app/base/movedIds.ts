/** Ids with the one at a place moved by one. */
export function movedIds(ids: readonly string[], at: number, by: 1 | -1): string[] {
  const moved = [...ids]
  moved.splice(at + by, 0, ...moved.splice(at, 1))
  return moved
}
