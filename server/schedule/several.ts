import { laterPlaces, slotsBetween, zoneClock } from '#core/schedule'
import { groupBy } from '#core/grouped'
import { DAY, toInstant } from '#core/instant'
import { sayPlan } from '#shared/schedule/messages'
import type { SeveralAction, SeveralDone } from '#shared/schedule/types'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import type { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { changeUndoably } from '#server/platform/changes/history'
import { tagsOf } from '#server/articles'
import { campaignById } from '#server/campaigns'
import { addEvergreens } from '#server/evergreens'
import { pillarById } from '#server/people'
import {
  approvalOf,
  giveToCampaign,
  pillarsNeedingOthers,
  postById,
  putInReview,
  type QueuedPost,
} from '#server/posts'
import { planOf, type BrandPlan } from './plan'

/**
 * Does one thing to several posts in line: all of it or nothing, undone as one. Throws `alreadyGone` where
 * one of them stands in no line any more, and `noPlace` where one can't be moved so far.
 */
export async function changeSeveral(
  actor: Actor,
  ids: string[],
  action: SeveralAction,
): Promise<SeveralDone> {
  const { result, historyId } = await changeUndoably(actor, 'line', '', async (db, tracked) => {
    const known = await planOf(db, actor.brandId)
    const lines = [...new Set(ids)].map((id) => {
      const line = known.lines.get(id)
      if (!line) throw problem('alreadyGone')
      return line
    })
    await act({ db, tracked, actor, known }, lines, action)
    return lines.length
  })
  return { historyId, count: result }
}

interface Within {
  db: Db
  tracked: Tracked
  actor: Actor
  known: BrandPlan
}

async function act(within: Within, lines: QueuedPost[], action: SeveralAction): Promise<void> {
  const { tracked } = within
  switch (action.kind) {
    case 'take-out':
      return takeOutLines(within.tracked, within.known, lines)
    case 'hold':
    case 'lift': {
      const state = action.kind === 'hold' ? ('held' as const) : ('in-line' as const)
      for (const { id, fixed_at, slot_at } of lines) {
        const isLate = action.kind === 'lift' && (fixed_at ?? slot_at ?? Number.POSITIVE_INFINITY) < now()
        await tracked.update(
          'lines',
          { id },
          {
            ...{ state, hold_until: null, hold_reason: null },
            // Its own time passed meanwhile: it goes back to its turn.
            ...(isLate ? { fixed_at: null, slot_at: null } : {}),
          },
        )
      }
      return
    }
    case 'pillar':
      return setPillar(within, lines, action.pillarId)
    case 'campaign':
      return setCampaign(within, lines, action.campaignId)
    case 'tag':
      return addTag(within, lines, action.tagId)
    case 'evergreen':
      return makeEvergreens(within, lines, action.days)
    case 'days':
      return moveByDays(within, lines, action.days)
  }
}

/** Each comes round on the accounts of its chosen lines; where it does already it stays as it is. */
async function makeEvergreens(
  { db, tracked, actor }: Within,
  lines: QueuedPost[],
  minDays: number,
): Promise<void> {
  for (const [postId, own] of groupBy(lines, ({ post_id }) => post_id)) {
    const post = (await postById(db, actor.brandId, postId))!
    const accountIds = own.map(({ account_id }) => account_id)
    await addEvergreens(db, tracked, actor, post, { accountIds, minDays })
  }
  await announce(db, actor.brandId, 'evergreen', '')
}

/** Takes posts out of the line. An echo goes with what it follows, whether it was chosen or not. */
export async function takeOutLines(tracked: Tracked, known: BrandPlan, lines: QueuedPost[]): Promise<void> {
  const ids = new Set(lines.map(({ id }) => id))
  const echoes = [...known.lines.values()].filter(
    ({ id, follows_id }) => follows_id !== null && ids.has(follows_id) && !ids.has(id),
  )
  // Those that follow go first: what they follow is gone then.
  const all = [...echoes, ...lines].sort((a, b) => b.echo - a.echo)
  for (const { id } of all) await tracked.remove('lines', { id })
}

/**
 * Its pillar says nothing of a post's words: one that is approved stays so, but where the pillar wants
 * somebody else's eyes and whoever wrote it approved it too. That one goes into review.
 */
async function setPillar(
  { db, tracked, actor }: Within,
  lines: QueuedPost[],
  pillarId: string | null,
): Promise<void> {
  if (pillarId !== null && !(await pillarById(db, actor.brandId, pillarId))) throw problem('notFound')
  const needsOthers = (await pillarsNeedingOthers(db, actor.brandId)).has(pillarId ?? '')
  for (const id of new Set(lines.map(({ post_id }) => post_id))) {
    const post = (await postById(db, actor.brandId, id))!
    const version = post.version + 1
    const isApproved = approvalOf(post) === 'approved'
    const stays = isApproved && !(needsOthers && post.approved_by === post.saved_by)
    const approved_version = stays ? version : post.approved_version
    await tracked.update('posts', { id }, { pillar_id: pillarId, version, approved_version })
    if (isApproved && !stays) await putInReview(tracked, actor, { id, version }, '')
  }
}

/** Neither words nor address change by it, but for what its links' marks say: what is approved stays so. */
async function setCampaign(
  { db, tracked, actor }: Within,
  lines: QueuedPost[],
  campaignId: string | null,
): Promise<void> {
  if (campaignId !== null && !(await campaignById(db, actor.brandId, campaignId))) throw problem('notFound')
  for (const id of new Set(lines.map(({ post_id }) => post_id))) {
    const post = (await postById(db, actor.brandId, id))!
    await giveToCampaign(db, tracked, actor, post, campaignId)
  }
}

/** A tag says nothing of a post's words either. Throws `notFound`. */
async function addTag({ db, tracked, actor }: Within, lines: QueuedPost[], tagId: string): Promise<void> {
  const tag = (await tagsOf(db, actor.brandId)).find(({ id }) => id === tagId)
  if (!tag) throw problem('notFound')
  for (const post_id of new Set(lines.map((line) => line.post_id))) {
    await tracked.put('post_tags', { post_id, tag_id: tag.id }, {})
    await announce(db, actor.brandId, 'post', post_id)
  }
}

/** The same time on the clock so many days later, or earlier: a slot where the timetable has one then. */
async function moveByDays(
  { db, tracked, actor, known }: Within,
  lines: QueuedPost[],
  days: number,
): Promise<void> {
  const { brand, input, plan } = known
  const clock = zoneClock(brand.zone, now() - 400 * DAY, now() + 800 * DAY)
  const places = new Map(
    [...plan.entries, ...laterPlaces(input, plan)].map(({ postId, at, slotAt }) => [postId, slotAt ?? at]),
  )
  for (const line of lines) {
    const at = places.get(line.id)
    if (at === undefined) throw problem('noPlace', whyNot(known, line.id))
    const to = clock.add(Date.parse(at), { days })
    if (to < now()) throw problem('dayPassed')
    const { timetable } = input.accounts.find(({ id }) => id === line.account_id)!
    const isSlot =
      to < Date.parse(input.until) &&
      slotsBetween(timetable, toInstant(to), toInstant(to + 1)).some(({ use }) => use !== 'free')
    await tracked.update(
      'lines',
      { id: line.id },
      isSlot ? { slot_at: to, fixed_at: null } : { fixed_at: to, slot_at: null },
    )
  }
  const after = await planOf(db, actor.brandId)
  const later = new Set(laterPlaces(after.input, after.plan).map(({ postId }) => postId))
  const lost = lines.find(
    ({ id }) => !later.has(id) && after.plan.unplaced.some(({ postId }) => postId === id),
  )
  if (lost) throw problem('noPlace', whyNot(after, lost.id))
}

/** Why a post has no place, with its first words. */
function whyNot({ plan, lines }: BrandPlan, id: string): string {
  const refused = plan.unplaced.find(({ postId }) => postId === id)
  const line = lines.get(id)
  const text = (line?.own_text ?? line?.text ?? '').slice(0, 60)
  return [`“${text}”.`, refused ? sayPlan(refused.message) : ''].filter(Boolean).join(' ')
}
