import { sayPlan } from '#shared/schedule/messages'
import { toInstant } from '#core/instant'
import {
  laterPlaces,
  planDifference,
  planLines,
  type Moved,
  type Plan,
  type PlanInput,
  type PlanPost,
} from '#core/schedule'
import { canonicalUrl } from '#core/url'
import type { Echo, Placement, Placing } from '#shared/schedule/types'
import * as words from '#shared/words'
import type { Db } from '#server/platform/db'
import { isHeld, placeMessage, planOf, shortHash, shownPlan, type BrandPlan } from './plan'
import { planShown } from './recentPlan'

/** What of a post decides where it may go. */
export interface PlacedPost {
  /** Null for one that is not stored yet. */
  id: string | null
  pillarId: string | null
  link: string | null
  goodUntil: number | null
  notBefore: number | null
}

/** One line to be: the post itself on an account, or an echo of it. */
export interface NewQueueItem {
  id: string
  accountId: string
  echo: number
  wording: number
  fixed: PlanPost['fixed']
  follows: PlanPost['follows']
  isFirst: boolean
}

export interface Trial extends Placing {
  lines: NewQueueItem[]
}

/**
 * Where a post and its echoes would go, and which other posts would move, without storing anything. The
 * version changes when any of it does; what is confirmed with it goes where it was shown.
 */
export async function tryPlacing(
  db: Db,
  brandId: string,
  post: PlacedPost,
  placements: Placement[],
  echoes: Echo[],
): Promise<Trial> {
  return placingIn(await planOf(db, brandId), post, placements, echoes)
}

/**
 * The same for a screen, of all that is chosen: what else would move and the version are of the accounts that
 * are ready, since those are confirmed.
 */
export async function showPlacing(
  db: Db,
  brandId: string,
  post: PlacedPost,
  asked: { placements: Placement[]; echoes: Echo[]; readyIds: string[] | null },
): Promise<Placing> {
  const known = await planShown(db, brandId)
  const { placements, echoes, readyIds } = asked
  const all = placingIn(known, post, placements, echoes)
  const ready = readyIds ? placements.filter(({ accountId }) => readyIds.includes(accountId)) : placements
  const { version, moved } = ready.length === placements.length ? all : placingIn(known, post, ready, echoes)
  return { version, accounts: all.accounts, moved }
}

function placingIn(known: BrandPlan, post: PlacedPost, placements: Placement[], echoes: Echo[]): Trial {
  const { input, plan } = shownPlan(known)
  const isHere = (accountId: string): boolean => input.accounts.some(({ id }) => id === accountId)
  const lines = placements
    .filter(({ accountId }) => isHere(accountId))
    .flatMap((placement) => newQueueItems(post, placement, echoes, input, plan))
  const front = lines.filter((line) => line.isFirst).map((line) => planPostOf(line, post, input.now))
  const back = lines.filter((line) => !line.isFirst).map((line) => planPostOf(line, post, input.now))
  const tried = { ...input, posts: [...front, ...input.posts, ...back] }
  const after = planLines(tried)
  const entries = [...after.entries, ...laterPlaces(tried, after)]
  const moved = planDifference(plan, after)
  const places = placements.map(({ accountId }) => {
    const own = lines
      .filter((line) => line.accountId === accountId)
      .map((line) => placeIn({ ...after, entries }, line, known, placements))
    return { accountId, ...(own[0] ?? { at: null, message: '' }), echoes: own.slice(1) }
  })
  return {
    version: shortHash([places.map((place) => shownOf(place, placements)), moved]),
    accounts: places,
    moved: movedWithTexts(moved, known.lines),
    lines,
  }
}

const textOf = (line: { text: string; own_text: string | null } | undefined): string =>
  line ? (line.own_text ?? line.text) : ''

/** What of a place was shown. One that goes out now goes out a moment later when it is confirmed. */
const shownOf = ({ accountId, at, echoes }: Placing['accounts'][number], placements: Placement[]) => {
  const isNow = placements.some((placement) => placement.accountId === accountId && placement.kind === 'now')
  return [accountId, isNow && at !== null ? 'now' : at, echoes.map((echo) => echo.at)]
}

/** Other posts that move, as the screens name them. */
export const movedWithTexts = (
  moved: Moved[],
  lines: ReadonlyMap<string, { text: string; own_text: string | null }>,
): Placing['moved'] => moved.map((item) => ({ ...item, text: textOf(lines.get(item.id)) }))

function newQueueItems(
  post: PlacedPost,
  placement: Placement,
  echoes: Echo[],
  input: PlanInput,
  plan: Plan,
): NewQueueItem[] {
  const { accountId } = placement
  const first: NewQueueItem = {
    id: `new ${accountId}`,
    accountId,
    echo: 0,
    wording: 0,
    fixed: fixedOf(post, placement, input, plan),
    follows: null,
    isFirst: placement.kind === 'first',
  }
  // Echoes wait behind all others: they move nobody.
  const more = (placement.echoes ?? echoes).map(({ after, wording }, at): NewQueueItem => ({
    ...first,
    isFirst: false,
    id: `new ${accountId} ${at + 1}`,
    echo: at + 1,
    wording,
    fixed: null,
    follows: { id: first.id, after },
  }))
  return [first, ...more]
}

function fixedOf(
  post: PlacedPost,
  { accountId, kind, at }: Placement,
  input: PlanInput,
  plan: Plan,
): PlanPost['fixed'] {
  if (kind === 'now') return { at: input.now }
  if (kind === 'time') return { at: at! }
  if (kind === 'slot') return { slotAt: at! }
  if (kind !== 'last') return null
  // After all that wait there: the first slot it may take behind the last of them, which is then its own.
  const endsAt = plan.perAccount.find((item) => item.accountId === accountId)?.endsAt
  if (!endsAt) return null
  const line: NewQueueItem = {
    id: 'probe',
    accountId,
    echo: 0,
    wording: 0,
    fixed: null,
    follows: null,
    isFirst: false,
  }
  const probe = planPostOf(line, { ...post, notBefore: Date.parse(endsAt) + 1 }, input.now)
  const entry = planLines({ ...input, posts: [...input.posts, probe] }).entries.find(
    (entry) => entry.postId === 'probe',
  )
  return entry?.slotAt ? { slotAt: entry.slotAt } : null
}

const planPostOf = (line: NewQueueItem, post: PlacedPost, at: string): PlanPost => ({
  id: line.id,
  accountId: line.accountId,
  pillar: post.pillarId,
  fixed: line.fixed,
  follows: line.follows,
  seriesId: post.id ?? 'new',
  notBefore: toInstant(Math.max(Date.parse(at), post.notBefore ?? 0)),
  goodUntil: post.goodUntil === null ? null : toInstant(post.goodUntil),
  firm: true,
  linkKey: post.link ? canonicalUrl(post.link) : null,
})

function placeIn(
  plan: Plan,
  line: NewQueueItem,
  known: BrandPlan,
  placements: Placement[],
): { at: string | null; message: string } {
  const entry = plan.entries.find((entry) => entry.postId === line.id)
  if (!entry) {
    const refused = plan.unplaced.find((item) => item.postId === line.id)
    return { at: null, message: refused ? sayPlan(refused.message) : '' }
  }
  const isNow =
    line.echo === 0 &&
    placements.some(({ accountId, kind }) => accountId === line.accountId && kind === 'now')
  // What waits for a hold to be lifted has a place in line; what is to go out this minute has none.
  if (isNow && isHeld(known, line.accountId)) return { at: null, message: words.hold.nothingNow }
  return {
    at: entry.at,
    message: placeMessage(known, line.accountId, [entry.reason, ...entry.warnings]),
  }
}
