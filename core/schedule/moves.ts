import type { Instant } from '../instant'
import type { Plan, PlanPost } from './types'

/**
 * Where a post is moved to: a slot or a time of its own; back into the line; to its front or end; right
 * before or after another post of its account in line; or both change places.
 */
export type MoveTo =
  | { kind: 'slot' | 'time'; at: Instant }
  | { kind: 'line' | 'first' | 'last' }
  | { kind: 'before' | 'after' | 'swap'; id: string }

/**
 * The posts in line order after a move. Those not named keep their order. Throws RangeError where a post is
 * not among them.
 */
export function movePost(posts: PlanPost[], id: string, to: MoveTo): PlanPost[] {
  const moved = found(posts, id)
  switch (to.kind) {
    case 'slot':
      return replaced(posts, { ...moved, fixed: { slotAt: to.at } })
    case 'time':
      return replaced(posts, { ...moved, fixed: { at: to.at } })
    case 'line':
      return replaced(posts, { ...moved, fixed: null })
    case 'swap': {
      const other = found(posts, to.id)
      return posts.map((post) =>
        post === moved
          ? { ...other, fixed: moved.fixed }
          : post === other
            ? { ...moved, fixed: other.fixed }
            : post,
      )
    }
    default: {
      const others = posts.filter((post) => post.id !== id)
      const at =
        'id' in to
          ? others.indexOf(found(others, to.id)) + (to.kind === 'after' ? 1 : 0)
          : to.kind === 'first'
            ? 0
            : others.length
      return [...others.slice(0, at), { ...moved, fixed: null }, ...others.slice(at)]
    }
  }
}

function found(posts: PlanPost[], id: string): PlanPost {
  const post = posts.find((post) => post.id === id)
  if (!post) throw new RangeError(`There is no post ${id} in line.`)
  return post
}

const replaced = (posts: PlanPost[], post: PlanPost): PlanPost[] =>
  posts.map((known) => (known.id === post.id ? post : known))

export interface Moved {
  id: string
  accountId: string
  from: Instant | null
  to: Instant | null
}

/**
 * The posts that two plans put at different times; null for no place. Posts that only one of them knows are
 * left out.
 */
export function planDifference(before: Plan, after: Plan): Moved[] {
  const then = timesIn(before)
  return [...timesIn(after)].flatMap(([name, { id, accountId, at }]) => {
    const known = then.get(name)
    return known && known.at !== at ? [{ id, accountId, from: known.at, to: at }] : []
  })
}

function timesIn(plan: Plan): Map<string, { id: string; accountId: string; at: Instant | null }> {
  const times = new Map<string, { id: string; accountId: string; at: Instant | null }>()
  for (const { postId: id, accountId, at } of plan.entries)
    if (id !== null) times.set(`${accountId} ${id}`, { id, accountId, at })
  for (const { postId: id, accountId } of plan.unplaced)
    times.set(`${accountId} ${id}`, { id, accountId, at: null })
  return times
}
