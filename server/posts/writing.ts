import { readWriting } from './rowJson'
import { DAY, toInstant } from '#core/instant'
import type { Undoable } from '#shared/platform/types'
import { USUAL_WRITING } from '#shared/posts/docs'
import type { DeskContext, Writing } from '#shared/posts/types'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { accountsOf, planHold } from '#server/networks'
import { brandById, type BrandRow } from '#server/people'
import { sentTexts } from '#server/delivery'
import { problem } from '#server/platform/http/problem'
import { settings } from '#server/platform/settings'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { pastTexts } from '#server/results'
import { linkKeyOf } from './postLinks'

/** Days back in which a repeat is looked for, and the most texts of an account that are. */
const REPEAT_DAYS = 90
const MOST_TEXTS = 400

/** What a brand wants of its writing; the usual where it said nothing. */
export const writingOf = (brand: BrandRow): Writing => ({
  ...USUAL_WRITING,
  ...readWriting(brand.writing_json),
})

/** Where short links begin; null where the installation has no address for them. */
export const shortBase = (): string | null => {
  const base = settings().shortUrl ?? settings().publicUrl
  return base === null ? null : `${base}/r/`
}

/** Changes how a brand writes. Throws `notFound`, and `stale` where somebody changed it since. */
export async function saveWriting(
  actor: Actor,
  input: { writing: Writing; version: number },
): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'brand', actor.brandId, async (db, tracked) => {
    const row = await brandById(db, actor.brandId)
    if (!row) throw problem('notFound')
    if (row.writing_version !== input.version) throw problem('stale')
    await tracked.update(
      'brands',
      { id: row.id },
      { writing_json: JSON.stringify(input.writing), writing_version: row.writing_version + 1 },
    )
  })
  return { historyId }
}

/** What the live checks need to know of a brand. */
export async function deskContext(actor: Actor): Promise<DeskContext> {
  const db = await useDb()
  const brand = await brandById(db, actor.brandId)
  if (!brand) throw problem('notFound')
  const accounts = await accountsOf(db, actor.brandId)
  const sentHere: DeskContext['sentHere'] = {}
  for (const { id } of accounts) sentHere[id] = await sentOn(db, actor.brandId, id)
  return {
    writing: writingOf(brand),
    writingVersion: brand.writing_version,
    shortBase: shortBase(),
    sentHere,
    held: accounts.filter((account) => planHold(brand, account) !== null).map(({ id }) => id),
  }
}

/** What went out, or is on its way, on an account lately; also what it posted before it was connected. */
export async function sentOn(
  db: Db,
  brandId: string,
  accountId: string,
): Promise<DeskContext['sentHere'][string]> {
  const since = now() - REPEAT_DAYS * DAY
  const rows = await sentTexts(db, brandId, accountId, since, MOST_TEXTS)
  return [
    ...rows.map((row) => ({
      at: toInstant(row.due_at),
      linkKey: row.link_key ?? linkKeyOf(null, row.text),
      text: row.text,
      seriesId: row.series_id ?? row.post_id,
    })),
    ...(await pastTexts(db, accountId, since)).map(({ at, text }) => ({
      at: toInstant(at),
      linkKey: linkKeyOf(null, text),
      text,
      seriesId: null,
    })),
  ]
}
