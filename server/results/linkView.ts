import { toInstant } from '#core/instant'
import type { LinkView } from '#shared/results/types'
import type { Db } from '#server/platform/db'
import { clicksAt } from './queries/clicks'
import type { LinkClicksRow, ShortLinkRow } from './rows'

/** A short link with all that was counted at it; null for one that nothing was sent with. */
export async function linkView(
  db: Db,
  { code, target }: ShortLinkRow,
  address: string,
): Promise<LinkView | null> {
  if (target === null) return null
  const rows = await clicksAt(db, code)
  const total = (of: (row: LinkClicksRow) => number): number => rows.reduce((sum, row) => sum + of(row), 0)
  return {
    code,
    address,
    target,
    clicks: total(({ clicks }) => clicks),
    repeats: total(({ repeats }) => repeats),
    sites: mostFirst(rows, ({ site }) => site).map(([site, clicks]) => ({ site, clicks })),
    devices: mostFirst(rows, ({ device }) => device).map(([device, clicks]) => ({ device, clicks })),
    hours: [...sums(rows, ({ hour }) => hour)]
      .filter(([, clicks]) => clicks > 0)
      .map(([hour, clicks]) => ({ at: toInstant(hour), clicks })),
  }
}

function sums<K>(rows: LinkClicksRow[], keyOf: (row: LinkClicksRow) => K): Map<K, number> {
  const by = new Map<K, number>()
  for (const row of rows) by.set(keyOf(row), (by.get(keyOf(row)) ?? 0) + row.clicks)
  return by
}

const mostFirst = <K>(rows: LinkClicksRow[], keyOf: (row: LinkClicksRow) => K): [K, number][] =>
  [...sums(rows, keyOf)].filter(([, clicks]) => clicks > 0).sort(([, a], [, b]) => b - a)
