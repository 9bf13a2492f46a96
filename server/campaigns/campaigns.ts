import { v7 as uuid } from 'uuid'
import { toInstant } from '#core/instant'
import type { Campaign } from '#shared/campaigns/types'
import { readTexts } from '#shared/platform/json'
import type { Undoable } from '#shared/platform/types'
import { accountsOf } from '#server/networks'
import { pillarById } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { accountIdsIn, accountIdsJson } from '#server/platform/db/columns'
import type { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import * as store from './queries/campaigns'
import type { CampaignRow } from './rows'

export type CampaignInput = Omit<Campaign, 'id' | 'endedAt'>

/** A campaign as screens have it. */
export const campaignOf = (row: CampaignRow): Campaign => ({
  id: row.id,
  name: row.name,
  aim: row.aim,
  words: row.words,
  moreWords: row.more_words,
  from: row.from_day,
  to: row.to_day,
  accountIds: accountIdsIn(row.accounts_json),
  pillarId: row.pillar_id,
  ink: row.ink,
  mark: row.mark,
  hashtags: readTexts(row.hashtags_json),
  postsWanted: row.posts_wanted,
  shareWanted: row.share_wanted,
  endedAt: row.ended_at === null ? null : toInstant(row.ended_at),
  version: row.version,
})

/** A brand's campaigns, those that begin last first. */
export const campaignsOfBrand = async (db: Db, brandId: string): Promise<Campaign[]> =>
  (await store.campaignsOf(db, brandId)).map(campaignOf)

/** What stands as the campaign in links' marks, by campaign; those alone that say it. */
export const marksOfCampaigns = async (db: Db, brandId: string): Promise<Map<string, string>> =>
  new Map(
    (await store.campaignsOf(db, brandId)).flatMap(({ id, mark }) => (mark ? [[id, mark] as const] : [])),
  )

const columnsOf = (input: CampaignInput) => ({
  name: input.name,
  aim: input.aim,
  words: input.words,
  more_words: input.moreWords,
  from_day: input.from,
  to_day: input.to,
  accounts_json: accountIdsJson(input.accountIds),
  pillar_id: input.pillarId,
  ink: input.ink,
  mark: input.mark,
  hashtags_json: JSON.stringify(input.hashtags.map((tag) => tag.replace(/^#+/, ''))),
  posts_wanted: input.postsWanted,
  share_wanted: input.shareWanted,
})

async function requireOwn(db: Db, brandId: string, input: CampaignInput): Promise<void> {
  if (input.pillarId && !(await pillarById(db, brandId, input.pillarId)))
    throw problem('notFound').at('pillarId')
  const known = new Set((await accountsOf(db, brandId)).map(({ id }) => id))
  if (input.accountIds?.some((id) => !known.has(id))) throw problem('notFound').at('accountIds')
}

/** Makes a campaign. */
export async function addCampaign(actor: Actor, input: CampaignInput): Promise<Undoable & { id: string }> {
  const id = uuid()
  const { historyId } = await changeUndoably(actor, 'campaign', id, async (db, tracked) => {
    await requireOwn(db, actor.brandId, input)
    await tracked.insert(
      'campaigns',
      { id },
      {
        ...columnsOf(input),
        ...{ brand_id: actor.brandId, created_by: actor.personId, created_at: now() },
      },
    )
  })
  return { id, historyId }
}

/** Changes a campaign. Throws `notFound`, and `stale` where somebody changed it since. */
export async function editCampaign(actor: Actor, id: string, input: CampaignInput): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'campaign', id, async (db, tracked) => {
    await requireOwn(db, actor.brandId, input)
    await changeCampaign(db, tracked, actor.brandId, id, columnsOf(input), input.version)
  })
  return { historyId }
}

/** Removes a campaign; its posts stay. Throws `notFound`. */
export async function removeCampaign(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'campaign', id, (db, tracked) =>
    changeCampaign(db, tracked, actor.brandId, id, { removed_at: now() }),
  )
  return { historyId }
}

/** Lets a campaign that was ended go on. Throws `notFound`. */
export async function goOn(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'campaign', id, (db, tracked) =>
    changeCampaign(db, tracked, actor.brandId, id, { ended_at: null }),
  )
  return { historyId }
}

/** Writes columns of a campaign: its next version. Throws `notFound`, and `stale` for another version. */
export async function changeCampaign(
  db: Db,
  tracked: Tracked,
  brandId: string,
  id: string,
  columns: Partial<CampaignRow>,
  version?: number,
): Promise<void> {
  const row = await store.campaignById(db, brandId, id)
  if (!row) throw problem('notFound')
  if (version !== undefined && version !== row.version) throw problem('stale')
  await tracked.update('campaigns', { id }, { ...columns, version: row.version + 1 })
}
