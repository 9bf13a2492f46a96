import { Temporal } from 'temporal-polyfill'
import { slotsBetween, type Evergreen, type Offset, type PlanInput, type PlanPost } from '#core/schedule'

/** One thing at a time on one account, as the second opinion keeps it. */
export interface Placed {
  accountId: string
  at: number
  slotAt: number | null
  id: string | null
  evergreenId: string | null
  wording: number
  pillar: string | null
  linkKey: string | null
  seriesId: string | null
}

const MINUTE = 60_000
const DAY = 24 * 60 * MINUTE

/**
 * The plan once more, by trying every slot against everything placed before and counting all of it each time:
 * slow, and simple enough to be read beside the engine's rules.
 */
export function planByForce(input: PlanInput): { placed: Placed[]; left: string[] } {
  const now = Date.parse(input.now)
  const until = Date.parse(input.until)
  const history: Placed[] = input.history.map((sent) => ({
    accountId: sent.accountId,
    at: Date.parse(sent.at),
    slotAt: sent.slotAt ? Date.parse(sent.slotAt) : null,
    id: sent.postId,
    evergreenId: sent.evergreenId,
    wording: sent.wording,
    pillar: sent.pillar,
    linkKey: sent.linkKey,
    seriesId: sent.seriesId,
  }))
  const placed: Placed[] = []
  const all = (): Placed[] => [...history, ...placed]
  const left: string[] = []
  const account = (id: string) => input.accounts.find((one) => one.id === id)!
  const slotsOf = (id: string) =>
    slotsBetween(
      account(id).timetable,
      new Date(now - input.lateMinutes * MINUTE).toISOString(),
      input.until,
    ).map((slot) => ({
      ...slot,
      ms: Date.parse(slot.at),
    }))
  const isTaken = (id: string, at: number): boolean =>
    history.some((one) => one.accountId === id && (one.at === at || one.slotAt === at)) ||
    placed.some((one) => one.accountId === id && one.slotAt === at)
  const onHold = (id: string, at: number): boolean => {
    const { hold } = account(id)
    return hold !== null && (hold.until === null || at < Date.parse(hold.until))
  }
  const dayOf = (id: string, at: number): string =>
    Temporal.Instant.fromEpochMilliseconds(at)
      .toZonedDateTimeISO(account(id).timetable.zone)
      .toPlainDate()
      .toString()
  const wall = (id: string, at: number): number =>
    Temporal.Instant.fromEpochMilliseconds(at)
      .toZonedDateTimeISO(account(id).timetable.zone)
      .toPlainDateTime()
      .toZonedDateTime('UTC').epochMilliseconds
  const later = (id: string, at: number, { hours = 0, days = 0, weeks = 0 }: Offset): number =>
    Temporal.Instant.fromEpochMilliseconds(at)
      .toZonedDateTimeISO(account(id).timetable.zone)
      .add({ days, weeks })
      .add({ hours }).epochMilliseconds

  function breaksLimit(one: Omit<Placed, 'at' | 'slotAt' | 'id' | 'wording'>, at: number): boolean {
    const rules = account(one.accountId)
    const here = all().filter((other) => other.accountId === one.accountId)
    if (
      rules.perDay !== null &&
      here.filter((other) => dayOf(one.accountId, other.at) === dayOf(one.accountId, at)).length >=
        rules.perDay
    )
      return true
    if (here.some((other) => Math.abs(other.at - at) < rules.minGapMinutes * MINUTE)) return true
    const isSame = (other: Placed): boolean => one.linkKey !== null && other.linkKey === one.linkKey
    const isSeries = (other: Placed): boolean =>
      (one.seriesId !== null && other.seriesId === one.seriesId) ||
      (one.evergreenId !== null && other.evergreenId === one.evergreenId)
    if (
      rules.repeatAfterDays !== null &&
      here.some(
        (other) =>
          isSame(other) && !isSeries(other) && Math.abs(other.at - at) < rules.repeatAfterDays! * DAY,
      )
    )
      return true
    if (
      all().some(
        (other) =>
          other.accountId !== one.accountId &&
          isSame(other) &&
          Math.abs(other.at - at) < input.sameLinkApartMinutes * MINUTE,
      )
    )
      return true
    return rules.mix.some((rule) => rule.pillar === one.pillar && breaksMix(one, at, rule, here))
  }
  function breaksMix(
    one: { accountId: string },
    at: number,
    rule: PlanInput['accounts'][number]['mix'][number],
    here: Placed[],
  ): boolean {
    const posts = [...here.filter((other) => other.pillar === rule.pillar).map((other) => other.at), at]
    const timetable = slotsOf(one.accountId).filter((slot) => slot.use !== 'free' && !history.some((sent) => sent.accountId === one.accountId && (sent.at === slot.ms || sent.slotAt === slot.ms))) // prettier-ignore
    const outside = here
      .filter((other) => history.includes(other) || other.slotAt === null)
      .map((other) => other.at)
    const places = [...timetable.map((slot) => slot.ms), ...outside]
    const within = (list: number[], end: number): number =>
      list.filter((time) => time > end - rule.windowDays * DAY && time <= end).length
    const ends = posts.filter((end) => end >= at && end < at + rule.windowDays * DAY)
    return ends.some((end) => within(posts, end) > rule.maxShare * within(places, end) + 1e-9)
  }

  function placeFixed(post: PlanPost): void {
    const at = Date.parse('at' in post.fixed! ? post.fixed.at : post.fixed!.slotAt)
    const goes = Math.max(at, now)
    const slot = slotsOf(post.accountId).find(
      (one) => Math.floor(one.ms / MINUTE) === Math.floor(at / MINUTE) && !isTaken(post.accountId, one.ms),
    )
    const isRefused =
      at < now - input.lateMinutes * MINUTE || at >= until || onHold(post.accountId, at) ||
      (post.goodUntil !== null && goes > Date.parse(post.goodUntil)) || (post.notBefore !== null && at < Date.parse(post.notBefore)) ||
      (!post.firm && at < now + input.settleMinutes * MINUTE) || ('slotAt' in post.fixed! && !slot) // prettier-ignore
    if (isRefused) left.push(post.id)
    else placed.push({ ...bare(post), at: goes, slotAt: slot?.ms ?? null })
  }
  const bare = (post: PlanPost): Omit<Placed, 'at' | 'slotAt'> => ({ accountId: post.accountId, id: post.id, evergreenId: null, wording: 0, pillar: post.pillar, linkKey: post.linkKey, seriesId: post.seriesId }) // prettier-ignore

  function placeMoving(post: PlanPost): void {
    const target = post.follows
      ? all().findLast((one) => one.accountId === post.accountId && one.id === post.follows!.id)
      : undefined
    const followed = target ? (target.slotAt ?? target.at) : null
    const after =
      post.follows && followed !== null
        ? later(post.accountId, followed, post.follows.after)
        : Number.NEGATIVE_INFINITY
    const slot = slotsOf(post.accountId).find((one) => {
      const goes = Math.max(one.ms, now)
      return (
        !isTaken(post.accountId, one.ms) && (one.use === 'any' || (one.use === 'pillar' && one.pillar === post.pillar)) && !onHold(post.accountId, goes) &&
        (post.goodUntil === null || goes <= Date.parse(post.goodUntil)) && (post.notBefore === null || one.ms >= Date.parse(post.notBefore)) && goes >= after &&
        (post.firm || one.ms >= now + input.settleMinutes * MINUTE) && !breaksLimit(bare(post), goes)
      ) // prettier-ignore
    })
    if (!slot || (post.follows && followed === null)) left.push(post.id)
    else placed.push({ ...bare(post), at: Math.max(slot.ms, now), slotAt: slot.ms })
  }

  const fixed = input.posts.filter((post) => post.fixed)
  fixed.sort((a, b) => Date.parse(fixedAt(a)) - Date.parse(fixedAt(b))).forEach(placeFixed)
  // Whoever follows one further back in the line waits for it; what is left at the end follows itself.
  let waiting = input.posts.filter((post) => !post.fixed)
  while (waiting.length > 0) {
    const ids = new Set(waiting.map((post) => `${post.accountId} ${post.id}`))
    const next = nextOf(waiting, ids)
    if (!next) {
      left.push(...waiting.map((post) => post.id))
      break
    }
    waiting = waiting.filter((post) => post !== next)
    placeMoving(next)
  }
  /** In line order; but those who only waited for the post just placed come at once after it. */
  function nextOf(posts: PlanPost[], ids: Set<string>): PlanPost | undefined {
    const isFree = (post: PlanPost): boolean =>
      !post.follows || !ids.has(`${post.accountId} ${post.follows.id}`)
    const late = posts.find((post) => isFree(post) && post.follows && passedBy.has(post))
    const found = late ?? posts.find(isFree)
    if (found && !late) for (const post of posts.slice(0, posts.indexOf(found))) passedBy.add(post)
    return found
  }

  for (const { slot, accountId } of input.accounts
    .flatMap(({ id }) => slotsOf(id).map((one) => ({ slot: one, accountId: id })))
    .sort((a, b) => a.slot.ms - b.slot.ms)) {
    const goes = Math.max(slot.ms, now)
    if (slot.use !== 'pillar' || isTaken(accountId, slot.ms) || onHold(accountId, goes)) continue
    const turn = input.evergreens
      .filter((one) => one.accountId === accountId && one.pillar === slot.pillar && mayShow(one, slot.ms) && (one.since == null || slot.ms >= Date.parse(one.since))) // prettier-ignore
      .map((one) => ({ one, last: all().filter(({ evergreenId }) => evergreenId === one.id).map((other) => ({ ...other, at: other.slotAt ?? other.at })).sort((a, b) => b.at - a.at)[0] })) // prettier-ignore
      .filter(({ one }) => !breaksLimit({ accountId, evergreenId: one.id, pillar: one.pillar, linkKey: one.linkKey, seriesId: null }, goes))
      .sort((a, b) => (a.last?.at ?? -Infinity) === (b.last?.at ?? -Infinity) ? 0 : (a.last?.at ?? -Infinity) - (b.last?.at ?? -Infinity))[0] // prettier-ignore
    if (!turn) continue
    const wording = turn.last ? (turn.last.wording + 1) % turn.one.wordings : 0
    placed.push({
      accountId,
      at: goes,
      slotAt: slot.ms,
      id: null,
      evergreenId: turn.one.id,
      wording,
      pillar: turn.one.pillar,
      linkKey: turn.one.linkKey,
      seriesId: null,
    })
  }
  function mayShow(one: Evergreen, at: number): boolean {
    const shown = all().filter(({ evergreenId }) => evergreenId === one.id)
    const here = placed.filter(({ evergreenId }) => evergreenId === one.id).length
    return (one.timesLeft === null || one.timesLeft > here) && (one.endsAt === null || at <= Date.parse(one.endsAt)) && !shown.some((other) => Math.abs(wall(one.accountId, other.slotAt ?? other.at) - wall(one.accountId, at)) < one.minDaysBetween * DAY) // prettier-ignore
  }
  return { placed, left }
}

const passedBy = new WeakSet<PlanPost>()
const fixedAt = (post: PlanPost): string => ('at' in post.fixed! ? post.fixed.at : post.fixed!.slotAt)
