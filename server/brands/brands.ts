import { LIMITS } from '#shared/platform/limits'
import { STARTER_PILLARS } from '#shared/people/starterPillars'
import { readTexts } from '#shared/platform/json'
import * as brands from '#server/people'
import { type PillarRow, type BrandRow, brandOf } from '#server/people'
import type { Pillar, Brand, BrandView } from '#shared/people/types'
import { accountIdsIn, accountIdsJson } from '#server/platform/db/columns'
import { inTransaction, useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { v7 as uuid } from 'uuid'
import { now } from '#server/platform/clock'
import { announce } from '#server/platform/changes/announce'
import type { Actor } from '#server/platform/changes/actor'
import { campaignsOfBrand } from '#server/campaigns'
import { accountsOfBrand } from '#server/networks'
import { watchesOfBrand } from '#server/watches'
import { unreadCounts } from '#server/reading'
import { tagsOf, unreadOf } from '#server/articles'
import { countSources } from '#server/sources'
import { countOnDesk } from '#server/posts'
import { countUnseen } from '#server/notices'
import { moveFixedTimes, savedFilters, type FixedKeep } from '#server/schedule'
import type { Undoable } from '#shared/platform/types'
import { changeUndoably } from '#server/platform/changes/history'
import { siteNamed } from '#core/url/ownSite'

const pillarOf = (row: PillarRow): Pillar => ({
  id: row.id,
  name: row.name,
  ink: row.ink,
  description: row.description,
  returns: row.returns,
  goodDays: row.good_days,
  needsApproval: row.needs_approval === 1,
  hashtags: readTexts(row.hashtags_json),
  accountIds: accountIdsIn(row.usual_accounts_json),
  version: row.version,
})

interface BrandInput {
  id?: string
  name: string
  zone: string
  language: string
  mark: string
  markInk: number
}

/**
 * Makes a brand with the starter pillars. The id may come from the client; a repeat answers the first result.
 */
export function makeBrand(personId: string, input: BrandInput): Promise<Brand> {
  return inTransaction(async (db) => {
    const known = input.id ? await brands.brandById(db, input.id) : undefined
    if (known) {
      if ((await brands.roleOf(db, known.id, personId)) === null) throw problem('notFound')
      return brandOf(known)
    }
    if (!(await brands.mayFound(db, personId))) throw problem('mayNotFound')
    const row: BrandRow = {
      id: input.id ?? uuid(),
      name: input.name,
      zone: input.zone,
      language: input.language,
      mark: input.mark,
      mark_ink: input.markInk,
      created_at: now(),
      removed_at: null,
      version: 1,
      writing_json: null,
      writing_version: 1,
      link_apart_minutes: 0,
      held: 0,
      hold_until: null,
      hold_reason: null,
      telling_json: null,
      hook_sealed: null,
      tell_next_at: 0,
      tell_message: null,
      own_sites_json: '[]',
      own_pillar_id: null,
      orders_stopped_at: null,
      orders_stopped_by: null,
      orders_per_day: LIMITS.orders.usualPerDay,
    }
    await brands.insertBrand(db, row, personId)
    for (const [index, pillar] of STARTER_PILLARS.entries()) {
      await brands.insertPillar(db, {
        id: uuid(),
        brand_id: row.id,
        ...pillarColumns({
          ...pillar,
          ink: index + 1,
          needsApproval: false,
          hashtags: [],
          accountIds: null,
        }),
        position: index + 1,
        removed_at: null,
        version: 1,
      })
    }
    await announce(db, row.id, 'brand', row.id)
    return brandOf(row)
  })
}

/** A brand with all that its screens need to know at once. */
export async function brandView(actor: Actor): Promise<BrandView> {
  const { brandId, role } = actor
  const db = await useDb()
  const row = await brands.brandById(db, brandId)
  if (!row) throw problem('notFound')
  return {
    brand: brandOf(row),
    role,
    pillars: (await brands.pillarsOf(db, brandId)).map(pillarOf),
    accounts: await accountsOfBrand(db, brandId),
    campaigns: await campaignsOfBrand(db, brandId),
    watches: await watchesOfBrand(db, actor, await unreadCounts(db, brandId)),
    tags: (await tagsOf(db, brandId)).map(({ id, name }) => ({ id, name })),
    unread: await unreadOf(db, brandId),
    sources: await countSources(db, brandId),
    onDesk: await countOnDesk(db, brandId),
    notices: await countUnseen(db, brandId),
    filters: await savedFilters(db, brandId),
  }
}

interface BrandEdit {
  version: number
  linkApartMinutes: number
  keep: FixedKeep
  /** Its own sites, as a person writes them. */
  ownSites: string[]
  ownPillarId: string | null
}

/**
 * Changes a brand. With another zone its slots keep their time on the clock; fixed times keep that or the
 * moment, as chosen.
 */
export async function editBrand(actor: Actor, input: BrandInput & BrandEdit): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'brand', actor.brandId, async (db, tracked) => {
    const row = await brands.brandById(db, actor.brandId)
    if (!row) throw problem('notFound')
    if (row.version !== input.version) throw problem('stale')
    if (input.ownPillarId && !(await brands.pillarById(db, actor.brandId, input.ownPillarId)))
      throw problem('notFound').at('ownPillarId')
    const patch = {
      name: input.name,
      zone: input.zone,
      language: input.language,
      mark: input.mark,
      mark_ink: input.markInk,
      link_apart_minutes: input.linkApartMinutes,
      own_sites_json: JSON.stringify([...new Set(input.ownSites.flatMap((site) => siteNamed(site) ?? []))]),
      own_pillar_id: input.ownPillarId,
      version: row.version + 1,
    }
    if (input.zone !== row.zone) await moveFixedTimes(db, tracked, row, input.zone, input.keep)
    await tracked.update('brands', { id: row.id }, patch)
  })
  return { historyId }
}

/** Removes a brand from sight; nothing of it goes out any more. The last brand of an owner stays. */
export async function removeBrand(actor: Actor): Promise<void> {
  await inTransaction(async (db) => {
    const owned = (await brands.brandsOf(db, actor.personId)).filter((brand) => brand.role === 'owner')
    if (owned.length < 2) throw problem('lastOwner')
    await brands.markBrandRemoved(db, actor.brandId, now())
    await announce(db, null, 'brand', actor.brandId)
  })
}

interface PillarInput {
  name: string
  ink: number
  description: string
  returns: Pillar['returns']
  goodDays: number | null
  needsApproval: boolean
  hashtags: string[]
  accountIds: string[] | null
  version: number
}

/** Adds a pillar behind the others. */
export async function addPillar(
  actor: Actor,
  input: PillarInput,
): Promise<{ id: string; historyId: string }> {
  const id = uuid()
  const { historyId } = await changeUndoably(actor, 'pillar', id, async (db, tracked) => {
    const position = await brands.nextPosition(db, 'pillars', actor.brandId)
    await tracked.insert(
      'pillars',
      { id },
      { brand_id: actor.brandId, ...pillarColumns(input), position, removed_at: null, version: 1 },
    )
  })
  return { id, historyId }
}

const pillarColumns = ({
  name,
  ink,
  description,
  returns,
  goodDays,
  needsApproval,
  hashtags,
  accountIds,
}: Omit<PillarInput, 'version'>) => ({
  name,
  ink,
  description,
  returns,
  good_days: goodDays,
  needs_approval: needsApproval ? 1 : 0,
  hashtags_json: JSON.stringify(hashtags.map((tag) => tag.replace(/^#+/, ''))),
  usual_accounts_json: accountIdsJson(accountIds),
})

/** Changes a pillar. Throws `notFound`, and `stale` where somebody changed it since. */
export async function editPillar(actor: Actor, id: string, input: PillarInput): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'pillar', id, async (db, tracked) => {
    const row = await brands.pillarById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.version !== input.version) throw problem('stale')
    await tracked.update('pillars', { id }, { ...pillarColumns(input), version: row.version + 1 })
  })
  return { historyId }
}

/** Takes a pillar away; posts keep it until they are given another. Throws `notFound`. */
export async function removePillar(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'pillar', id, async (db, tracked) => {
    if (!(await brands.pillarById(db, actor.brandId, id))) throw problem('notFound')
    await tracked.update('pillars', { id }, { removed_at: now() })
  })
  return { historyId }
}
