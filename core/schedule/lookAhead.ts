import type { Message } from '../message'
import { message } from '../messages'
import { DAY, HOUR, toInstant, toMs, type Instant } from '../instant'
import { mix } from '../results/mix'
import { EVERGREENS } from './mixLedger'
import type { Plan, PlanInput, UnplacedCode } from './types'
import { zoneClock, type ZoneClock } from './zoneClock'

export type FindingKind =
  | 'hold'
  | 'no-timetable'
  | 'no-place'
  | 'out-of-date'
  | 'not-firm-soon'
  | 'empty-day'
  | 'full-day'
  | 'line-ends'
  | 'link-twice'
  | 'mix'

/**
 * Something in the days to come that a person may want to settle. Which thing it is stands in the fields that
 * are not null.
 */
export interface Finding {
  kind: FindingKind
  accountId: string
  at: Instant | null
  /** The local days it is about; none where it is about something else. */
  days: string[]
  postId: string | null
  pillar: string | null
  message: Message
}

/** The days that are looked at, and when a line that ends or a post that is not firm is soon. */
const LOOK_DAYS = 7
const ENDS_SOON_DAYS = 2
const FIRM_SOON_HOURS = 24
/**
 * A link that goes out twice within these days on one account is told, where the account has no rule of its
 * own.
 */
const LINK_DAYS = 7
const ENOUGH_POSTS = 5

/**
 * What stands out in the coming week: accounts that send nothing, posts without a place or not approved soon,
 * days with nothing or with more than their ceiling, lines that end, links that come twice, pillars above
 * their share. In the order a person would take them.
 */
export function lookAhead(input: PlanInput, plan: Plan): Finding[] {
  const now = toMs(input.now)
  const findings: Finding[] = []
  for (const account of input.accounts) {
    const clock = zoneClock(account.timetable.zone, now - DAY, now + (LOOK_DAYS + 2) * DAY)
    const view: AccountView = {
      account,
      input,
      now,
      clock,
      entries: plan.entries.filter((entry) => entry.accountId === account.id),
      plan,
    }
    findings.push(
      ...findingsOfQueue(view),
      ...ofPosts(view),
      ...ofDays(view),
      ...ofLinks(view),
      ...ofMix(view),
    )
  }
  return findings.sort(
    (a, b) => RANK.indexOf(a.kind) - RANK.indexOf(b.kind) || (a.at ?? '').localeCompare(b.at ?? ''),
  )
}

interface AccountView {
  account: PlanInput['accounts'][number]
  input: PlanInput
  plan: Plan
  now: number
  clock: ZoneClock
  entries: Plan['entries']
}

const RANK: FindingKind[] = [
  'hold',
  'no-timetable',
  'out-of-date',
  'no-place',
  'not-firm-soon',
  'full-day',
  'link-twice',
  'mix',
  'line-ends',
  'empty-day',
]

const finding = (
  view: AccountView,
  kind: FindingKind,
  message: Message,
  more: Partial<Finding> = {},
): Finding => ({
  kind,
  accountId: view.account.id,
  at: null,
  days: [],
  postId: null,
  pillar: null,
  message,
  ...more,
})

function findingsOfQueue(view: AccountView): Finding[] {
  const { account, now } = view
  const found: Finding[] = []
  if (account.hold && (account.hold.until === null || toMs(account.hold.until) > now)) {
    const waiting = view.plan.unplaced.filter(
      (item) => item.accountId === account.id && isWaitingForLift(view, item),
    ).length
    found.push(finding(view, 'hold', message('ahead.hold', { waiting }), { at: account.hold.until }))
  }
  if (
    account.timetable.slots.length === 0 &&
    !account.timetable.except.some(({ slots }) => slots.length > 0)
  ) {
    return [...found, finding(view, 'no-timetable', message('ahead.no-timetable'))]
  }
  const ends = view.entries.findLast(({ postId }) => postId !== null)?.at ?? null
  if (ends !== null && toMs(ends) < now + ENDS_SOON_DAYS * DAY)
    found.push(finding(view, 'line-ends', message('ahead.line-ends'), { at: ends }))
  return found
}

/**
 * A hold without an end keeps its account's posts, and what follows them, from having a place: that is one
 * thing to settle, not many.
 */
const isWaitingForLift = ({ account }: AccountView, { code }: Plan['unplaced'][number]): boolean =>
  account.hold?.until === null && (code === 'hold' || code === 'waits-for')

const OUT_OF_DATE: UnplacedCode[] = ['good-until', 'past']

function ofPosts(view: AccountView): Finding[] {
  const unplaced = view.plan.unplaced.filter((item) => item.accountId === view.account.id)
  const soon = toInstant(view.now + FIRM_SOON_HOURS * HOUR)
  return [
    // What lies beyond the plan is nothing to settle this week.
    ...unplaced
      .filter((item) => item.code !== 'beyond-until' && !isWaitingForLift(view, item))
      .map((item) =>
        finding(view, OUT_OF_DATE.includes(item.code) ? 'out-of-date' : 'no-place', item.message, {
          postId: item.postId,
        }),
      ),
    ...view.entries
      .filter((entry) => !entry.firm && entry.at < soon)
      .map((entry) =>
        finding(view, 'not-firm-soon', message('ahead.not-firm-soon'), {
          postId: entry.postId,
          at: entry.at,
        }),
      ),
  ]
}

function ofDays(view: AccountView): Finding[] {
  const { account, clock, now } = view
  const counts = new Map<string, number>()
  const count = (at: Instant): void =>
    void counts.set(clock.dayOf(toMs(at)), (counts.get(clock.dayOf(toMs(at))) ?? 0) + 1)
  view.input.history.filter((sent) => sent.accountId === account.id).forEach((sent) => count(sent.at))
  view.entries.forEach((entry) => count(entry.at))
  const openOn = new Map<string, number>()
  for (const slot of view.plan.open) {
    if (slot.accountId === account.id)
      openOn.set(clock.dayOf(toMs(slot.at)), (openOn.get(clock.dayOf(toMs(slot.at))) ?? 0) + 1)
  }
  const found: Finding[] = []
  const empty: { day: string; open: number }[] = []
  for (let ahead = 0; ahead < LOOK_DAYS; ahead++) {
    const day = clock.dayOf(now + ahead * DAY)
    const planned = counts.get(day) ?? 0
    const open = openOn.get(day) ?? 0
    if (account.perDay !== null && planned > account.perDay) {
      found.push(
        finding(view, 'full-day', message('ahead.full-day', { posts: planned, most: account.perDay }), {
          days: [day],
        }),
      )
    }
    // On hold without an end, no day is to be filled before that is settled.
    if (planned === 0 && open > 0 && account.hold?.until !== null) empty.push({ day, open })
  }
  if (empty.length === 0) return found
  const slots = empty.reduce((sum, { open }) => sum + open, 0)
  return [
    ...found,
    finding(view, 'empty-day', message('ahead.empty-day', { slots }), { days: empty.map(({ day }) => day) }),
  ]
}

function ofLinks(view: AccountView): Finding[] {
  const { account, input } = view
  const days = account.repeatAfterDays ?? LINK_DAYS
  const posts = new Map(
    input.posts.filter((post) => post.accountId === account.id).map((post) => [post.id, post]),
  )
  const seen = input.history
    .filter((sent) => sent.accountId === account.id)
    .map(({ at, linkKey, seriesId }) => ({ at, linkKey, seriesId }))
  const found: Finding[] = []
  for (const entry of view.entries) {
    const post = posts.get(entry.postId ?? '')
    if (!post?.linkKey) continue
    const same = seen.find(
      (item) =>
        item.linkKey === post.linkKey &&
        !(post.seriesId !== null && item.seriesId === post.seriesId) &&
        Math.abs(toMs(item.at) - toMs(entry.at)) < days * DAY,
    )
    if (same)
      found.push(
        finding(view, 'link-twice', message('ahead.link-twice', { days }), {
          postId: entry.postId,
          at: entry.at,
        }),
      )
    seen.push({ at: entry.at, linkKey: post.linkKey, seriesId: post.seriesId })
  }
  return found
}

function ofMix(view: AccountView): Finding[] {
  const { account, input, now } = view
  const pillarOf = new Map(
    [...input.posts, ...input.evergreens]
      .filter((post) => post.accountId === account.id)
      .map((post) => [post.id, post.pillar]),
  )
  const posts = [
    ...input.history
      .filter((sent) => sent.accountId === account.id)
      .map(({ at, pillar }) => ({ at, pillar })),
    ...view.entries.map((entry) => ({
      at: entry.at,
      pillar: pillarOf.get(entry.postId ?? entry.evergreenId ?? '') ?? null,
    })),
  ]
  return account.mix.flatMap(({ pillar, maxShare, windowDays }) => {
    // The plan keeps it, and evergreens are no pillar to be told of.
    if (pillar === EVERGREENS) return []
    const ahead = Math.min(windowDays, LOOK_DAYS)
    const parts = mix(posts, {
      now: toInstant(now + ahead * DAY),
      windowDays,
      ceilings: { [pillar]: maxShare },
    })
    const { share, count } = parts.find((part) => part.pillar === pillar)!
    // Of three posts, one is a third: shares are told of as many as they mean something of.
    if (share <= maxShare + 1e-9 || count / share < ENOUGH_POSTS) return []
    return [
      finding(
        view,
        'mix',
        message('ahead.mix', {
          percent: Math.round(share * 100),
          days: windowDays,
          most: Math.round(maxShare * 100),
        }),
        { pillar },
      ),
    ]
  })
}
