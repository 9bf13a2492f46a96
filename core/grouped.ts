/** Things by a key that each has, in the order in which they come. */
export function groupBy<T>(all: readonly T[], keyOf: (one: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>()
  for (const one of all) {
    const known = groups.get(keyOf(one))
    if (known) known.push(one)
    else groups.set(keyOf(one), [one])
  }
  return groups
}
