// The Wire: the list, the article on the sheet, the margin beside it.
export { default as ArticleList } from './ArticleList.vue'
export { default as ArticleSheet } from './ArticleSheet.vue'
export { default as FoundListItem } from './FoundListItem.vue'
export { useReading } from './useReading'
export { NO_FILTER, type WireFilter } from './wireFilter'
export { useWireStore } from './wireStore'
export { useTagging } from './useTagging'
