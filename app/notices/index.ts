// Notices: the bar that says what was done, and the list of what must be known.
export { default as NoticeRow } from './NoticeRow.vue'
export { default as OwnTelling } from './OwnTelling.vue'
export { default as QuietHours } from './QuietHours.vue'
export { useNoticeList } from './useNoticeList'
