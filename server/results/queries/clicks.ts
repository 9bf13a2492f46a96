import type { Db } from '#server/platform/db'
import { insertAll, listOf } from '#server/platform/db/sqlite/bulk'
import type { LinkClicksRow } from '../rows'

/** The salt of a day (`YYYY-MM-DD`), made where it has none yet; what belongs to other days is forgotten. */
export async function saltOf(db: Db, day: string, fresh: () => string): Promise<string> {
  const known = await db('click_days').where({ day }).first()
  if (known) return known.salt
  await forgetDaysBefore(db, day)
  const salt = fresh()
  await db('click_days').insert({ day, salt })
  return salt
}

/** Forgets by what repeats were known on days before one. */
export async function forgetDaysBefore(db: Db, day: string): Promise<void> {
  await db('click_days').where('day', '<', day).del()
  await db('click_marks').where('day', '<', day).del()
}

/** Keeps marks of a day, and says which of them are new. */
export async function keepMarks(db: Db, day: string, marks: string[]): Promise<Set<string>> {
  const known = await db('click_marks').whereRaw('mark IN ?', [listOf(db, marks)])
  const seen = new Set(known.map(({ mark }) => mark))
  const fresh = [...new Set(marks)].filter((mark) => !seen.has(mark))
  await insertAll(
    db,
    'click_marks',
    fresh.map((mark) => ({ mark, day })),
    ['mark'],
  )
  return new Set(fresh)
}

/** Adds to what was counted. */
export const countClicks = async (db: Db, row: LinkClicksRow): Promise<void> => {
  await db('short_clicks')
    .insert(row)
    .onConflict(['code', 'hour', 'site', 'device'])
    .merge({
      clicks: db.raw('short_clicks.clicks + excluded.clicks'),
      repeats: db.raw('short_clicks.repeats + excluded.repeats'),
    })
}

/** All that was counted at a link, oldest first. */
export const clicksAt = (db: Db, code: string): Promise<LinkClicksRow[]> =>
  db('short_clicks').where({ code }).orderBy('hour')
