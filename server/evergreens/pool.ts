import { toInstant } from '#core/instant'
import type { Evergreen } from '#core/schedule'
import type { EvergreenWaits } from '#shared/evergreens/types'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { linkKeyOf } from '#server/posts'
import { evergreensOfBrand, showingsOf, type PooledRow, type ShownRow } from './queries/evergreens'

/** An evergreen, what was shown of it, and what keeps it from its turn (null for nothing). */
export interface Pooled {
  row: PooledRow
  shown: ShownRow | null
  /** How often it may still be shown; null for no end. */
  left: number | null
  waits: EvergreenWaits | null
}

/** All of a brand's evergreens. */
export async function poolOf(db: Db, brandId: string): Promise<Pooled[]> {
  const rows = await evergreensOfBrand(db, brandId)
  if (rows.length === 0) return []
  const showings = new Map((await showingsOf(db, brandId)).map((one) => [one.id, one]))
  return rows.map((row) => {
    const shown = showings.get(row.id) ?? null
    const left = row.most_times === null ? null : Math.max(0, row.most_times - (shown?.counted ?? 0))
    return { row, shown, left, waits: waitsFor(row, left) }
  })
}

function waitsFor(row: PooledRow, left: number | null): EvergreenWaits | null {
  if (row.state !== 'in-turn') return row.state
  if (left === 0 || (row.ends_at !== null && row.ends_at < now())) return 'ended'
  if (row.approval !== 'approved' || row.approved_version !== row.version) return 'not-approved'
  if (row.unseen) return 'not-approved'
  if (row.in_line) return 'in-line'
  return row.pillar_id === null ? 'no-pillar' : null
}

/** An evergreen as the plan takes it. */
export const asPlanned = ({ row, left }: Pooled): Evergreen => ({
  id: row.id,
  accountId: row.account_id,
  pillar: row.pillar_id,
  wordings: row.wordings,
  linkKey: linkKeyOf(row.link, row.own_text ?? row.text),
  minDaysBetween: row.min_days,
  endsAt: row.ends_at === null ? null : toInstant(row.ends_at),
  timesLeft: left,
  since: toInstant(Math.max(row.since, row.approved_at ?? 0)),
})
