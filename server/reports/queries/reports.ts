import type { Db } from '#server/platform/db'
import { joined, readAll, readFirst } from '#server/platform/db/read'
import { messages, text, whole, type InsertOf } from '#server/platform/db/tables'
import type { ReportPictureRow, ReportRow, ReportTimetableRow, REPORTS, REPORT_TIMETABLES } from '../rows'

const LISTED = {
  id: text(),
  brand_id: text(),
  nonce: text().orNull(),
  title: text(),
  from_day: text(),
  to_day: text(),
  made_at: whole(),
  made_by_name: text().orNull(),
  ended_at: whole().orNull(),
  mailed_at: whole().orNull(),
  message: messages().orNull(),
}

const listed = (db: Db, brandId: string) =>
  joined(db, 'reports')
    .leftJoin('people', 'people.id', 'reports.made_by')
    .where('reports.brand_id', brandId)
    .select(
      ...['id', 'brand_id', 'nonce', 'title', 'from_day', 'to_day', 'made_at', 'ended_at', 'mailed_at'].map(
        (column) => `reports.${column}`,
      ),
      'reports.message',
      'people.name AS made_by_name',
    )

/** A brand's reports without what is in them, the latest first. */
export const reportsOf = (db: Db, brandId: string, most: number) =>
  readAll(LISTED, listed(db, brandId).orderBy('reports.made_at', 'desc').limit(most))

/** A brand's report without what is in it. */
export const reportOf = (db: Db, brandId: string, id: string) =>
  readFirst(LISTED, listed(db, brandId).where('reports.id', id))

/** The report of some days that a brand's timetable made. */
export const reportByItself = (
  db: Db,
  brandId: string,
  { from, to }: { from: string; to: string },
): Promise<ReportRow | undefined> =>
  db('reports').where({ brand_id: brandId, from_day: from, to_day: to }).whereNull('made_by').first()

export type ListedReport = NonNullable<Awaited<ReturnType<typeof reportOf>>>

export const countReports = async (db: Db, brandId: string): Promise<number> =>
  (await db('reports').where({ brand_id: brandId }).select('id')).length

/** A report whatever brand it is of, as its address names it. */
export const anyReport = (db: Db, id: string): Promise<ReportRow | undefined> =>
  db('reports').where({ id }).first()

export const insertReport = async (
  db: Db,
  row: InsertOf<typeof REPORTS>,
  pictures: Omit<ReportPictureRow, 'report_id'>[],
): Promise<void> => {
  await db('reports').insert(row)
  for (const picture of pictures) await db('report_pictures').insert({ ...picture, report_id: row.id })
}

export const updateReport = async (db: Db, id: string, patch: Partial<ReportRow>): Promise<void> => {
  await db('reports').where({ id }).update(patch)
}

/** Removes a brand's report; whether there was one. */
export const removeReportRow = async (db: Db, brandId: string, id: string): Promise<boolean> =>
  (await db('reports').where({ brand_id: brandId, id }).del()) > 0

export const picturesOfReport = (db: Db, id: string): Promise<ReportPictureRow[]> =>
  db('report_pictures').where({ report_id: id }).orderBy('position')

export const timetableRow = (db: Db, brandId: string): Promise<ReportTimetableRow | undefined> =>
  db('report_timetables').where({ brand_id: brandId }).first()

export const putTimetable = async (db: Db, row: InsertOf<typeof REPORT_TIMETABLES>): Promise<void> => {
  await db('report_timetables').insert(row).onConflict('brand_id').merge()
}

/** Timetables whose time has come. */
export const dueTimetables = (db: Db, now: number): Promise<ReportTimetableRow[]> =>
  db('report_timetables').whereNotNull('next_at').where('next_at', '<=', now).orderBy('next_at')
