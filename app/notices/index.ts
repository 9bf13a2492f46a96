// Notices: the bar that says what was done, and the list of what must be known.
export { default as NoticeRow } from './NoticeRow.vue'
export { useNoticeList } from './useNoticeList'
