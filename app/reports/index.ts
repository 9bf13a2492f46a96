// Reports for clients.
export { default as PartChoice } from './PartChoice.vue'
export { default as ReportForm } from './ReportForm.vue'
export { default as ReportList } from './ReportList.vue'
export { default as ReportTimetable } from './ReportTimetable.vue'
