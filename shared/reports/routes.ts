import { ofBrand } from '#shared/platform/route'
import type { reportSchema, reportTimetableSchema } from './schemas'
import type { ReportsView, ReportView } from './types'

export const reportRoutes = {
  reports: ofBrand('GET', 'read', '/reports').answers<ReportsView>(),
  /** Makes a report, which stays as it is made. */
  make: ofBrand('POST', 'work', '/reports').takes<typeof reportSchema>().answers<ReportView>(),
  /** Ends its address: nobody reads it there any more, and no other leads to it. */
  end: ofBrand('POST', 'work', '/reports/:id/end').answers<ReportView>(),
  /** Removes it for good. */
  remove: ofBrand('DELETE', 'work', '/reports/:id').answers<null>(),
  setTimetable: ofBrand('PUT', 'own', '/reports/timetable')
    .takes<typeof reportTimetableSchema>()
    .answers<ReportsView>(),
}
