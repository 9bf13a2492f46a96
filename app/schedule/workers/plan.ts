import { sayPlan } from '#shared/schedule/messages'
// Makes plans beside the page, so that dragging stays smooth.
import type { Instant } from '#core/instant'
import { movePost, planDifference, type Moved, type MoveTo } from '#core/schedule/moves'
import { laterPlaces } from '#core/schedule/laterPlaces'
import { planLines } from '#core/schedule/plan'
import type { Plan, PlanInput } from '#core/schedule/types'

export interface PlanAsk {
  requestId: number
  /**
   * What to plan with from now on, with the posts’ texts by their lines; null keeps what was given before.
   */
  input: PlanInput | null
  texts: Record<string, string>
  /** The brand’s zone and language: its texts name days in them. */
  zone: string
  language: string | null
  /** The move to try; null only remembers the input. */
  move: { id: string; to: MoveTo; accountId: string | null } | null
}

/** Where the moved post would go and what else would move; `says` is why, or why not. */
export interface MoveTrial {
  at: Instant | null
  message: string
  moved: Moved[]
  /** Posts that speak of a day which is over where they would go: by their lines, what they say. */
  over: Record<string, string>
}

export interface PlanAnswer {
  requestId: number
  trial: MoveTrial | null
}

let input: PlanInput | null = null
let texts: Record<string, string> = {}
let before: Plan | null = null

self.addEventListener('message', ({ data }: MessageEvent<PlanAsk>) => void answer(data))

async function answer({
  requestId,
  input: given,
  texts: read,
  zone,
  language,
  move,
}: PlanAsk): Promise<void> {
  if (given) {
    input = given
    texts = read
    before = planLines(input)
  }
  const trial = input && before && move ? trialOf(input, before, move) : null
  const over = trial ? await overIn(trial, move!.id, { now: input!.now, zone, language }) : {}
  self.postMessage({ requestId, trial: trial && { ...trial, over } } satisfies PlanAnswer)
}

/** At most so many of the posts that move along are read for the days they name. */
const MOST_READ = 40

async function overIn(
  trial: Omit<MoveTrial, 'over'>,
  id: string,
  about: { now: string; zone: string; language: string | null },
): Promise<MoveTrial['over']> {
  // The grammars of dates are large: they come with the first move that is tried.
  const loaded = await import('#core/post/daysOver').catch(() => null)
  if (!loaded) return {}
  const places = [{ id, to: trial.at }, ...trial.moved.slice(0, MOST_READ)]
  return Object.fromEntries(
    places.flatMap(({ id: line, to }) => {
      const message = to === null ? null : loaded.dayOver(texts[line] ?? '', { ...about, at: to })
      return message === null ? [] : [[line, message]]
    }),
  )
}

function trialOf(
  known: PlanInput,
  plan: Plan,
  { id, to, accountId }: NonNullable<PlanAsk['move']>,
): Omit<MoveTrial, 'over'> | null {
  if (
    !known.posts.some((post) => post.id === id) ||
    ('id' in to && !known.posts.some((post) => post.id === to.id))
  )
    return null
  const posts = movePost(
    known.posts.map((post) => (post.id === id && accountId ? { ...post, accountId, fixed: null } : post)),
    id,
    to,
  )
  const tried = { ...known, posts }
  const after = planLines(tried)
  const entry = [...after.entries, ...laterPlaces(tried, after)].find((entry) => entry.postId === id)
  const refused = after.unplaced.find((item) => item.postId === id)
  const messages = entry ? [entry.reason, ...entry.warnings] : refused ? [refused.message] : []
  return {
    at: entry?.at ?? null,
    message: messages.map(sayPlan).join(' '),
    moved: planDifference(plan, after).filter((item) => item.id !== id),
  }
}
