import { readExcepts, readHolidaysOf, readMixes, readRules } from './rowJson'
import { readTexts } from '#shared/platform/json'
import type { AccountRow } from './rows'
import type { HolidaysView } from '#shared/almanac/types'
import type { ExceptView, MixView } from '#shared/schedule/types'
import { type BrandRow, isHeld } from '#server/people'
import { now } from '#server/platform/clock'
import { LATE_MS } from './patience'
import { toInstant } from '#core/instant'
import type { NetworkRules } from '#core/post'

/** The days of an account’s timetable that differ. */
export const exceptionsOf = (account: AccountRow): ExceptView[] => readExcepts(account.except_json)

/** What an account does on public holidays; null for as ever. */
export const holidaysOf = (account: AccountRow): HolidaysView | null => readHolidaysOf(account.holidays_json)

/** The shares that an account’s pillars may have at most. */
export const mixOf = (account: AccountRow): MixView[] => readMixes(account.mix_json)

/** Ids of the accounts on which an account's posts appear by themselves. */
export const appearsOnOf = (account: AccountRow): string[] => readTexts(account.appears_on_json)

/** Until when nothing goes out to an account, by its own hold or its brand's: the one that lasts longer. */
export function planHold(brand: BrandRow, account: AccountRow): { until: string | null } | null {
  const untils = [brand, account].filter(isHeld).map((item) => item.hold_until ?? Number.POSITIVE_INFINITY)
  // A network that asked for a long pause is planned round; a short one is waited for.
  if (account.quiet_until !== null && account.quiet_until > now() + LATE_MS) untils.push(account.quiet_until)
  if (untils.length === 0) return null
  const last = Math.max(...untils)
  return { until: Number.isFinite(last) ? toInstant(last) : null }
}

/**
 * How an account’s network takes posts, as it said when it was asked last, with no more hashtags than are
 * wanted there.
 */
export function rulesOf(row: AccountRow): NetworkRules {
  const rules = readRules(row.rules_json)
  const { max } = rules.hashtags
  const most = row.hashtags_most
  return most === null ? rules : { ...rules, hashtags: { max: max === null ? most : Math.min(max, most) } }
}
