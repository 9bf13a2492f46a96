import { v7 as uuid } from 'uuid'
import { fillOpenSlots, zoneClock, type FillChoice, type FilledSlot } from '#core/schedule'
import { DAY, toInstant } from '#core/instant'
import { sayPlan } from '#shared/schedule/messages'
import type { FillDone, FillView } from '#shared/schedule/types'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import type { Tracked } from '#server/platform/db/tracked'
import { problem, ProblemError } from '#server/platform/http/problem'
import { insertPost, postById, type PostRow } from '#server/posts'
import { fillables, type FillAsk, type Fillable } from './fillCandidates'
import { putInLine } from './lineUp'
import { planOf, shownPlan, versionOf, type BrandPlan } from './plan'
import type { NewQueueItem } from './placing'
import { planShown } from './recentPlan'

interface Ask extends FillAsk {
  /** Local days from today on. */
  days: number
}

/** What might fill the slots that are open in the days to come, for somebody to look at and change. */
export async function proposeFill(
  brandId: string,
  { choices, ...ask }: Ask & { choices: FillChoice[] },
): Promise<FillView> {
  const db = await useDb()
  const known = await planShown(db, brandId)
  const until = endOf(known, ask.days)
  const all = await fillables(db, known, until, ask)
  return {
    version: versionOf(known.plan),
    slots: filledWith(known, all, until, choices).map(({ pillar, reason, slotId: _, ...slot }) => ({
      ...slot,
      pillarId: pillar,
      isLeft: slot.candidateId === null && reason === null,
      message: reason === null ? '' : sayPlan(reason),
    })),
    candidates: all.map(({ view }) => view),
  }
}

/** Midnight behind so many local days, today the first. */
function endOf({ brand }: BrandPlan, days: number): number {
  const clock = zoneClock(brand.zone, now() - 2 * DAY, now() + (days + 2) * DAY)
  const local = clock.toLocal(now())
  return clock.toUtc(local - (((local % DAY) + DAY) % DAY) + days * DAY)
}

const filledWith = (known: BrandPlan, all: Fillable[], until: number, choices: FillChoice[]): FilledSlot[] =>
  fillOpenSlots(
    shownPlan(known).input,
    all.filter(({ view }) => view.problem === '').map(({ planned }) => planned),
    { until: toInstant(until), choices },
  )

interface Pick {
  accountId: string
  at: string
  candidateId: string
}

/**
 * Lines up what was looked at, each in the slot it was shown in; all of it or nothing, undone as one. What
 * was a clipping becomes a post. Whoever may approve does so by that. Throws `planChanged` where the plan or
 * one of them is no longer what was shown, and what a check says against any of them.
 */
export async function takeFill(
  actor: Actor,
  { picks, version, ...ask }: Ask & { picks: Pick[]; version: string },
): Promise<FillDone> {
  const { result, historyId } = await changeUndoably(actor, 'line', '', async (db, tracked) => {
    const known = await planOf(db, actor.brandId)
    if (versionOf(known.plan) !== version) throw problem('planChanged')
    const until = endOf(known, ask.days)
    const all = await fillables(db, known, until, ask)
    requireAsShown(known, all, until, picks)
    const byPost = new Map<string, { at: number; pick: Pick; one: Fillable }[]>()
    for (const [at, pick] of picks.entries()) {
      const one = all.find(({ view }) => view.id === pick.candidateId)!
      const key = one.view.postId ?? one.view.clippingId!
      byPost.set(key, [...(byPost.get(key) ?? []), { at, pick, one }])
    }
    let inReview = 0
    for (const own of byPost.values())
      try {
        if ((await lineUpOne(db, tracked, actor, known, own)) === 'in-review') inReview += own.length
      } catch (error) {
        throw error instanceof ProblemError ? error.at(`picks[${own[0]!.at}]`) : error
      }
    await requirePlaced(db, actor.brandId, picks)
    return inReview
  })
  return { historyId, count: picks.length, inReview: result }
}

/** Whether the picks, and nothing else, may all stand where they were shown. */
function requireAsShown(known: BrandPlan, all: Fillable[], until: number, picks: Pick[]): void {
  const wished = new Set(picks.map(({ candidateId }) => candidateId))
  if (wished.size < picks.length) throw problem('planChanged')
  const own = all.filter(({ view }) => wished.has(view.id))
  const filled = filledWith(known, own, until, picks).filter(({ candidateId }) => candidateId !== null)
  if (filled.length < picks.length) throw problem('planChanged')
}

async function lineUpOne(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  known: BrandPlan,
  own: { pick: Pick; one: Fillable }[],
): Promise<PostRow['approval']> {
  const { one } = own[0]!
  const accounts = known.accounts.filter(({ id }) => own.some(({ pick }) => pick.accountId === id))
  const post = one.post ?? (await madeOf(db, tracked, actor, own))
  const lines = own.map(({ pick, one: { view } }): NewQueueItem => ({
    ...{ id: pick.candidateId, accountId: pick.accountId, echo: 0, wording: view.wording },
    ...{ fixed: { slotAt: pick.at }, follows: null, isFirst: false },
  }))
  const places = own.map(({ pick }) => ({ accountId: pick.accountId, at: pick.at, message: '', echoes: [] }))
  return putInLine(db, tracked, actor, post, accounts, { accounts: places, lines }, false)
}

/** The post that a clipping becomes, for the accounts it was taken for. */
async function madeOf(db: Db, tracked: Tracked, actor: Actor, own: { one: Fillable }[]): Promise<PostRow> {
  const id = uuid()
  const accounts = own.flatMap(({ one }) => one.doc.accounts)
  await insertPost(db, tracked, actor, id, { ...own[0]!.one.doc, accounts })
  return (await postById(db, actor.brandId, id))!
}

/** What was shown is what happens: each stands in its slot now. */
async function requirePlaced(db: Db, brandId: string, picks: Pick[]): Promise<void> {
  const { plan } = shownPlan(await planOf(db, brandId))
  const places = new Set(plan.entries.map(({ accountId, slotAt }) => `${accountId} ${slotAt}`))
  if (picks.some(({ accountId, at }) => !places.has(`${accountId} ${at}`))) throw problem('planChanged')
}
