// Reports: what a period brought, for a client, at a secret address, on paper and by mail.
// Owns: reports, their pictures, their timetables.
// May ask: people, notices, networks, delivery, results, posts.
export { reportsRound } from './byItself'
export { browserFile } from './pdf'
export { reportPage, reportPdf, reportTable } from './publicReport'
export { endReport, makeReport, removeReport, reportsOf, saveTimetable } from './reports'
