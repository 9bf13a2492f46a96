// Notices: the bar that says what was done, and the list of what must be known.
export { useNoticeListStore } from './noticeListStore'
export { default as NoticeRow } from './NoticeRow.vue'
