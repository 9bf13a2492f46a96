import { message } from '../messages'
import { MINUTE, toMs } from '../instant'
import type { AccountDay } from './accountDay'
import type { OpenSlot } from './openSlot'
import { notSettled } from './fixed'
import type { Lane } from './lane'
import type { Planning } from './planning'
import { reasonOf, type Refusal } from './refusals'
import type { PlanPost, UnplacedCode } from './types'

/**
 * Places the posts without a time of their own, in line order, each in the earliest slot it may take. One
 * that follows another comes after it.
 */
export function placeInLine(posts: PlanPost[], planning: Planning): void {
  const moving = posts.filter((post) => !post.fixed && planning.days.has(post.accountId))
  if (!moving.some((post) => post.follows)) return moving.forEach((post) => placeOne(post, planning))
  const name = (accountId: string, id: string): string => `${accountId} ${id}`
  const toCome = new Set(moving.map((post) => name(post.accountId, post.id)))
  const placeInOrder = new Map(moving.map((post, at) => [post, at]))
  const waiting = new Map<string, PlanPost[]>()
  const settle = (post: PlanPost): void => {
    const target = post.follows && name(post.accountId, post.follows.id)
    if (target !== null && toCome.has(target)) {
      // Whoever it follows stands further back in the line: it is placed right after that one.
      waiting.set(target, [...(waiting.get(target) ?? []), post])
      return
    }
    const ready = [post]
    for (let next = ready.shift(); next; next = ready.shift()) {
      const own = name(next.accountId, next.id)
      toCome.delete(own)
      placeOne(next, planning)
      // Of all that waited, whoever stands first in the line goes first.
      ready.push(...(waiting.get(own) ?? []))
      ready.sort((a, b) => placeInOrder.get(a)! - placeInOrder.get(b)!)
      waiting.delete(own)
    }
  }
  moving.forEach(settle)
  // What is left follows itself in a ring.
  for (const post of [...waiting.values()].flat()) planning.refuse(post, FOLLOWS_NOTHING)
}

const JUST_MISSED = message('schedule.just-missed')
const NOT_YET = message('schedule.not-yet')
const TOO_SOON = message('schedule.too-soon-after')
const FOLLOWS_NOTHING: Refusal = { code: 'waits-for', message: message('schedule.follows-nothing') }

function placeOne(post: PlanPost, planning: Planning): void {
  const day = planning.days.get(post.accountId)!
  const followed = post.follows ? planning.timeOf(post.accountId, post.follows.id) : null
  if (post.follows && followed === null) return planning.refuse(post, FOLLOWS_NOTHING)
  const notBefore = post.follows ? day.clock.add(followed!, post.follows.after) : Number.NEGATIVE_INFINITY
  if (notBefore >= day.until)
    return planning.refuse(post, {
      code: 'beyond-until',
      message: message('schedule.beyond-planned'),
    })
  const found = earliestSlot(post, notBefore, day, planning)
  if ('code' in found) return planning.refuse(post, found)
  const slot = day.slots[found.index]!
  day.take(found.index)
  planning.place(post, day, {
    ms: slot.goes,
    slot,
    reason: slot.at < slot.goes ? JUST_MISSED : reasonOf(found.passed),
    warnings: [],
  })
}

/**
 * The slot and what kept the post out of the last open one before it; or the refusal that stood in the way
 * last: the one a curator would have to change.
 */
function earliestSlot(
  post: PlanPost,
  notBefore: number,
  day: AccountDay,
  planning: Planning,
): { index: number; passed: UnplacedCode | null } | Refusal {
  const goodUntil = post.goodUntil ? toMs(post.goodUntil) : Number.POSITIVE_INFINITY
  const may = post.notBefore ? toMs(post.notBefore) : Number.NEGATIVE_INFINITY
  const lane = day.laneOf(post.pillar)
  let passed = -1
  let why: Refusal | null = null
  for (let index = lane.nextFree(0); index < day.slots.length; index = lane.nextFree(index + 1)) {
    const slot = day.slots[index]!
    if (slot.goes > goodUntil) return { code: 'good-until', message: message('schedule.out-of-date-first') }
    const refusal = refusalOf(post, slot, day, planning, may, notBefore)
    if (!refusal) return { index, passed: lastPassed(lane, passed, why, index)?.code ?? null }
    // A share that is reached stays reached.
    if (refusal.code === 'mix') lane.close(index, refusal)
    else {
      passed = index
      why = refusal
    }
  }
  const last = lastPassed(lane, passed, why, day.slots.length)
  if (last) return last
  return day.slots.length > 0
    ? { code: 'beyond-until', message: message('schedule.all-taken') }
    : { code: 'no-slot', message: message('schedule.no-slot') }
}

/**
 * What kept a post out of the last open slot before an index: its own refusal there (`passed`, `why`), or
 * what closes the slot to all of its pillar.
 */
function lastPassed(lane: Lane, passed: number, why: Refusal | null, before: number): Refusal | null {
  const closed = lane.lastRefused(passed + 1, before)
  return closed >= 0 ? lane.refusalAt(closed) : why
}

function refusalOf(
  post: PlanPost,
  slot: OpenSlot,
  day: AccountDay,
  planning: Planning,
  may: number,
  notBefore: number,
): Refusal | null {
  if (slot.at < may) return { code: 'not-before', message: NOT_YET }
  if (slot.goes < notBefore) return { code: 'waits-for', message: TOO_SOON }
  if (!post.firm && slot.at < day.now + planning.input.settleMinutes * MINUTE) return notSettled(post)
  return (
    day.limits.ownBroken(post, slot.goes) ?? planning.apart.broken(post.accountId, post.linkKey, slot.goes)
  )
}
