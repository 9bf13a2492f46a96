import { datesOf, RuleError } from '#core/almanac'
import { DAY } from '#core/instant'
import { note, quoted } from '#shared/messages'
import { openNotices, putNotice, settleNotices } from '#server/notices'
import { liveBrands, type BrandRow } from '#server/people'
import { now } from '#server/platform/clock'
import { inTransaction, type Db } from '#server/platform/db'
import { ruleOf } from './entries'
import { dayAt } from './holidays'
import * as store from './queries/almanac'
import type { AlmanacEntryRow } from './rows'

/**
 * Reminds people of days that come, as long before as each says, and settles what was told once it is over.
 */
export async function remindOfDays(db: Db): Promise<void> {
  for (const brand of await liveBrands(db)) {
    const wanted = new Map<string, () => Promise<void>>()
    for (const row of await store.entriesOf(db, brand.id)) {
      const day = row.remind_days === null ? null : dayToTell(row, brand)
      if (day !== null) wanted.set(`${row.id} ${day}`, () => tell(brand, row, day))
    }
    for (const { about } of await openNotices(db, brand.id, 'almanac')) {
      if (!wanted.has(about))
        await inTransaction((transaction) => settleNotices(transaction, brand.id, 'almanac', about))
    }
    for (const put of wanted.values()) await put()
  }
}

/** The next day that is near enough to be told of; null for none. */
function dayToTell(row: AlmanacEntryRow, { zone }: BrandRow): string | null {
  const from = dayAt(zone, now())
  const to = dayAt(zone, now() + (row.remind_days! + 1) * DAY)
  try {
    return datesOf(ruleOf(row), { from, to })[0] ?? null
  } catch (error) {
    if (error instanceof RuleError) return null
    throw error
  }
}

const tell = (brand: BrandRow, row: AlmanacEntryRow, day: string): Promise<void> =>
  inTransaction((db) =>
    putNotice(db, {
      brandId: brand.id,
      kind: 'almanac',
      about: `${row.id} ${day}`,
      title: [note('notice.almanac', { network: row.title })],
      message: [note('notice.day-comes', { day }), ...(row.prompt ? [quoted(row.prompt)] : [])],
      link: `/almanac?day=${day}`,
    }),
  )
