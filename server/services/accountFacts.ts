import { toInstant } from '../../core/instant'
import type { NetworkRules } from '../../core/post'
import type { ExceptView, HoldView, MixView } from '../../shared/plans'
import { now } from '../clock'
import type { AccountRow, BrandRow } from '../db/rows'
import { LATE_MS } from './pauses'

export const exceptionsOf = (account: AccountRow): ExceptView[] => JSON.parse(account.except_json) as ExceptView[]
export const mixOf = (account: AccountRow): MixView[] => JSON.parse(account.mix_json) as MixView[]

/** Ids of the accounts on which an account's posts appear by themselves. */
export const appearsOnOf = (account: AccountRow): string[] => JSON.parse(account.appears_on_json) as string[]

interface Holdable {
  held: number
  hold_until: number | null
  hold_reason: string | null
}

/** A hold with an end lifts itself. */
const isHeld = (row: Holdable): boolean => row.held === 1 && (row.hold_until === null || row.hold_until > now())

/** Why and until when a brand or an account is on hold; null where it is not. */
export const holdView = (row: Holdable): HoldView | null =>
  isHeld(row) ? { until: row.hold_until === null ? null : toInstant(row.hold_until), reason: row.hold_reason ?? '' } : null

/** Until when nothing goes out to an account, by its own hold or its brand's: the one that lasts longer. */
export function planHold(brand: BrandRow, account: AccountRow): { until: string | null } | null {
  const untils = [brand, account].filter(isHeld).map((one) => one.hold_until ?? Number.POSITIVE_INFINITY)
  // A network that asked for a long pause is planned round; a short one is waited for.
  if (account.quiet_until !== null && account.quiet_until > now() + LATE_MS) untils.push(account.quiet_until)
  if (untils.length === 0) return null
  const last = Math.max(...untils)
  return { until: Number.isFinite(last) ? toInstant(last) : null }
}

export const rulesOf = (row: AccountRow): NetworkRules => JSON.parse(row.rules_json) as NetworkRules
