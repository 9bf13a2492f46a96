/** What of an order decides whether it can set others off, or itself. */
export interface LoopOrder {
  id: string
  /** Ids, or names, of the tags that it waits for. */
  waitsFor: string[]
  /** Those that it puts on. */
  puts: string[]
}

/**
 * Orders that set each other off round and round through tags, each circle once, as the ids in their order;
 * one that waits for what it puts on itself stands alone. Such a circle ends, since each order takes an
 * article once, but is seldom meant.
 */
export function loopsOf(orders: LoopOrder[]): string[][] {
  const next = new Map(
    orders.map(({ id, puts }) => [
      id,
      orders.filter(({ waitsFor }) => waitsFor.some((tag) => puts.includes(tag))).map((one) => one.id),
    ]),
  )
  const groups: string[][] = []
  const seen = new Set<string>()
  for (const { id } of orders) {
    if (seen.has(id)) continue
    const reached = reachedFrom(id, next)
    if (!reached.has(id)) continue
    const group = orders
      .map((one) => one.id)
      .filter((other) => other === id || (reached.has(other) && reachedFrom(other, next).has(id)))
    group.forEach((one) => seen.add(one))
    groups.push(group)
  }
  return groups
}

function reachedFrom(id: string, next: ReadonlyMap<string, string[]>): Set<string> {
  const reached = new Set<string>()
  const open = [...next.get(id)!]
  while (open.length > 0) {
    const one = open.pop()!
    if (reached.has(one)) continue
    reached.add(one)
    open.push(...next.get(one)!)
  }
  return reached
}
