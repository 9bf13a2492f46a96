import { DAY, toInstant, type Instant } from '#core/instant'
import type { SuggestedTimes, SuggestedTimesOf, TimesWish } from '#shared/results/types'
import { accountById, slotsOf, type SlotRow } from '#server/networks'
import { brandById } from '#server/people'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { runInThread } from '#server/platform/jobs/pool'
import { firstResponses, isSettled } from './measures'
import { answersOf } from './storeReads'
import { betterTimesTask } from './tasks'
import { outsidePostsOf } from './queries/readings'
import { sentPostsBetween } from './queries/resultRows'

/** Readers change: what was long ago says little of when they answer now. */
const PERIOD_DAYS = 182
/** With fewer posts of its own, those of before count too. */
const FEW_OWN = 24
/** Posts of before are older than anything is answered to, as far as can be told. */
const SETTLED_MS = 4 * DAY

const USUAL: TimesWish = { count: 3, minGapMinutes: 120, from: '07:00', to: '22:00' }
const KINDS = ['weekdays', 'weekend'] as const

/** The best times of an account, on weekdays and at weekends, against the slots of its timetable. */
export async function suggestedTimes(
  brandId: string,
  accountId: string,
  wish: Partial<TimesWish>,
): Promise<SuggestedTimes> {
  const db = await useDb()
  const [brand, account] = [await brandById(db, brandId), await accountById(db, brandId, accountId)]
  if (!brand || !account) throw problem('notFound')
  const known = await knownPosts(db, brandId, accountId)
  const slots = (await slotsOf(db, brandId)).filter((slot) => slot.account_id === accountId)
  const kinds = KINDS.map((days) => ({
    days,
    slots: timesOn(slots, days),
    wish: {
      ...USUAL,
      count: Math.max(1, Math.min(account.per_day ?? MOST_A_DAY, mostADay(slots, days) || USUAL.count)),
      minGapMinutes: Math.max(account.min_gap_minutes, USUAL.minGapMinutes),
      ...wish,
    },
  }))
  // Hundreds of choices among hundreds of posts: nobody else waits for that.
  const found = await runInThread('person', [`brand:${brandId}`], betterTimesTask, {
    posts: known.posts,
    zone: brand.zone,
    kinds,
  })
  return {
    accountId,
    days: PERIOD_DAYS,
    before: known.before,
    kinds: kinds.map((kind, at): SuggestedTimesOf => ({ ...kind, ...found[at]! })),
  }
}
const MOST_A_DAY = 12

/**
 * What is known of when an account is answered: its posts' answers and clicks; while they are few, answers
 * alone, with those to posts of before it was connected, which nobody counted clicks of.
 */
async function knownPosts(
  db: Db,
  brandId: string,
  accountId: string,
): Promise<{ posts: { at: Instant; responses: number }[]; before: number }> {
  const at = now()
  const own = (await sentPostsBetween(db, brandId, at - PERIOD_DAYS * DAY, at + 1)).filter(
    (post) => post.account_id === accountId && isSettled(post, at),
  )
  const postsBy = (measure: 'responses' | 'answers') =>
    own.flatMap((post) => {
      const responses = firstResponses(post, measure)
      return responses === null ? [] : [{ at: toInstant(post.sent_at), responses }]
    })
  const posts = postsBy('responses')
  if (posts.length >= FEW_OWN) return { posts, before: 0 }
  const before = (await outsidePostsOf(db, accountId, at - PERIOD_DAYS * DAY, at - SETTLED_MS)).flatMap(
    (post) => {
      const responses = answersOf(post)
      return responses === null ? [] : [{ at: toInstant(post.at), responses }]
    },
  )
  return before.length === 0
    ? { posts, before: 0 }
    : { posts: [...postsBy('answers'), ...before], before: before.length }
}

const isOn = ({ weekday }: SlotRow, days: (typeof KINDS)[number]): boolean =>
  weekday > 5 === (days === 'weekend')

/** The times of the slots that any post may take. */
const timesOn = (slots: SlotRow[], days: (typeof KINDS)[number]): string[] => [
  ...new Set(
    slots
      .filter((slot) => isOn(slot, days) && slot.use === 'any')
      .map(({ time }) => time)
      .sort(),
  ),
]

/** As many as the fullest of such days has. */
function mostADay(slots: SlotRow[], days: (typeof KINDS)[number]): number {
  const counts = new Map<number, number>()
  for (const slot of slots)
    if (isOn(slot, days) && slot.use === 'any') counts.set(slot.weekday, (counts.get(slot.weekday) ?? 0) + 1)
  return Math.max(0, ...counts.values())
}
