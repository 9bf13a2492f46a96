// Makes plans beside the page, so that dragging stays smooth.
import type { Instant } from '../../core/instant'
import { movePost, planDifference, type Moved, type MoveTo } from '../../core/schedule/moves'
import { planLines } from '../../core/schedule/plan'
import type { Plan, PlanInput } from '../../core/schedule/types'

export interface PlanAsk {
  turn: number
  /** What to plan with from now on; null keeps what was given before. */
  input: PlanInput | null
  /** The move to try; null only remembers the input. */
  move: { id: string; to: MoveTo; accountId: string | null } | null
}

/** Where the moved post would go and what else would move; `says` is why, or why not. */
export interface MoveTrial {
  at: Instant | null
  says: string
  moved: Moved[]
}

export interface PlanAnswer {
  turn: number
  trial: MoveTrial | null
}

let input: PlanInput | null = null
let before: Plan | null = null

self.addEventListener('message', ({ data }: MessageEvent<PlanAsk>) => {
  if (data.input) {
    input = data.input
    before = planLines(input)
  }
  self.postMessage({ turn: data.turn, trial: input && before && data.move ? trialOf(input, before, data.move) : null } satisfies PlanAnswer)
})

function trialOf(known: PlanInput, plan: Plan, { id, to, accountId }: NonNullable<PlanAsk['move']>): MoveTrial | null {
  if (!known.posts.some((post) => post.id === id) || ('id' in to && !known.posts.some((post) => post.id === to.id))) return null
  const posts = movePost(known.posts.map((post) => (post.id === id && accountId ? { ...post, accountId, fixed: null } : post)), id, to) // prettier-ignore
  const after = planLines({ ...known, posts })
  const entry = after.entries.find((one) => one.postId === id)
  const refused = after.unplaced.find((one) => one.postId === id)
  const says = entry ? [entry.because, ...entry.warns].join(' ') : (refused?.says ?? '')
  return { at: entry?.at ?? null, says, moved: planDifference(plan, after).filter((one) => one.id !== id) }
}
