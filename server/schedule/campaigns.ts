import { DAY } from '#core/instant'
import { heldPlaces, laterPlaces, zoneClock } from '#core/schedule'
import type { CampaignCounts, CampaignLine, CampaignPage, CampaignPlanned } from '#shared/campaigns/types'
import { LIMITS } from '#shared/platform/limits'
import type { Undoable } from '#shared/platform/types'
import {
  campaignById,
  campaignOf,
  campaignsOfBrand,
  changeCampaign,
  type CampaignRow,
} from '#server/campaigns'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { postsOfCampaigns, resultsOfCampaign, sentInDays } from '#server/posts'
import { planOf, type BrandPlan } from './plan'
import { planShown } from './recentPlan'
import { takeOutLines } from './several'

const NONE: CampaignCounts = { sent: 0, planned: 0, written: 0 }

async function countsOf(db: Db, brandId: string): Promise<Map<string, CampaignCounts>> {
  const counts = new Map<string, CampaignCounts>()
  for (const { campaign_id: id, sent, planned } of await postsOfCampaigns(db, brandId)) {
    const known = counts.get(id) ?? { ...NONE }
    known[sent ? 'sent' : planned ? 'planned' : 'written']++
    counts.set(id, known)
  }
  return counts
}

/** A brand's campaigns with how many posts each has, those that begin last first. */
export async function campaignLines(brandId: string): Promise<CampaignLine[]> {
  const db = await useDb()
  const counts = await countsOf(db, brandId)
  return (await campaignsOfBrand(db, brandId)).map((campaign) => ({
    ...campaign,
    counts: counts.get(campaign.id) ?? NONE,
  }))
}

/** A campaign with what is planned for it and what came of it. Throws `notFound`. */
export async function campaignPage(brandId: string, id: string): Promise<CampaignPage> {
  const db = await useDb()
  const row = await campaignById(db, brandId, id)
  if (!row) throw problem('notFound')
  const known = await planShown(db, brandId)
  return {
    ...campaignOf(row),
    counts: (await countsOf(db, brandId)).get(id) ?? NONE,
    planned: plannedFor(known, id, row.to_day),
    share: await shareOf(db, known, row),
    comeRound: new Set(inTurn(known, await postIdsOf(db, brandId, id)).map(({ post_id }) => post_id)).size,
    results: await resultsOfCampaign(db, brandId, id),
  }
}

const postIdsOf = async (db: Db, brandId: string, id: string): Promise<Set<string>> =>
  new Set((await postsOfCampaigns(db, brandId)).flatMap((post) => (post.campaign_id === id ? post.id : [])))

/** Evergreens of some posts that have their turns. */
const inTurn = ({ pool }: BrandPlan, postIds: ReadonlySet<string>) =>
  [...pool.values()].flatMap(({ row }) => (row.state === 'in-turn' && postIds.has(row.post_id) ? row : []))

/** What stands in line for a campaign and has a place, in order of time. */
function plannedFor(
  { brand, lines, input, plan }: BrandPlan,
  id: string,
  lastDay: string | null,
): CampaignPlanned[] {
  const end = lastDay === null ? Number.POSITIVE_INFINITY : endOfDay(brand.zone, lastDay)
  return [...plan.entries, ...heldPlaces(input, plan), ...laterPlaces(input, plan)]
    .flatMap(({ postId, accountId, at }): CampaignPlanned[] => {
      const line = lines.get(postId ?? '')
      if (line?.campaign_id !== id) return []
      const text = (line.own_text ?? line.text).slice(0, LIMITS.firstWords)
      return [
        { lineId: line.id, postId: line.post_id, accountId, text, at, isAfterEnd: Date.parse(at) >= end },
      ]
    })
    .sort((a, b) => a.at.localeCompare(b.at))
}

/** How many sendings of its days are a campaign's, gone out and planned, of how many. */
async function shareOf(db: Db, known: BrandPlan, row: CampaignRow): Promise<CampaignPage['share']> {
  const { brand, lines, pool, input, plan } = known
  const start = endOfDay(brand.zone, row.from_day) - DAY
  const end = row.to_day === null ? now() + LIMITS.planDays * DAY : endOfDay(brand.zone, row.to_day)
  const sent = await sentInDays(db, brand.id, row.id, { start, end })
  const inDays = [...plan.entries, ...heldPlaces(input, plan), ...laterPlaces(input, plan)].filter(
    ({ at }) => Date.parse(at) >= start && Date.parse(at) < end,
  )
  const turns = await postIdsOf(db, brand.id, row.id)
  const own = inDays.filter(
    ({ postId, evergreenId }) =>
      lines.get(postId ?? '')?.campaign_id === row.id ||
      turns.has(pool.get(evergreenId ?? '')?.row.post_id ?? ''),
  )
  return { own: sent.own + own.length, all: sent.all + inDays.length }
}

function endOfDay(zone: string, day: string): number {
  const midnight = Date.parse(`${day}T00:00:00Z`) + DAY
  return zoneClock(zone, midnight - 2 * DAY, midnight + 2 * DAY).toUtc(midnight)
}

/**
 * Ends a campaign. `takeOut`: what is still in line for it is taken out, echoes with it, and what comes round
 * is put to rest. Undone as one.
 * Throws `notFound`, and `stale` where somebody changed it since.
 */
export async function endCampaign(
  actor: Actor,
  id: string,
  { version, takeOut }: { version: number; takeOut: boolean },
): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'campaign', id, async (db, tracked) => {
    await changeCampaign(db, tracked, actor.brandId, id, { ended_at: now() }, version)
    if (!takeOut) return
    const known = await planOf(db, actor.brandId)
    const lines = [...known.lines.values()].filter(({ campaign_id }) => campaign_id === id)
    await takeOutLines(tracked, known, lines)
    for (const { id: evergreenId } of inTurn(known, await postIdsOf(db, actor.brandId, id)))
      await tracked.update(
        'evergreens',
        { id: evergreenId },
        { state: 'resting', since: now(), message: null },
      )
    await announce(db, actor.brandId, 'line', '')
    await announce(db, actor.brandId, 'evergreen', '')
  })
  return { historyId }
}
