// Watches: queries as text and as a form, what they would mark.
export { default as QueryForm } from './QueryForm.vue'
export { default as QueryText } from './QueryText.vue'
export { readQuery } from './readQuery'
export { useWatchEditor } from './useWatchEditor'
export { useWatchPreview } from './useWatchPreview'
export { default as WatchActions } from './WatchActions.vue'
export { default as WatchOutcome } from './WatchOutcome.vue'
export { default as WatchRunListItem } from './WatchRunListItem.vue'
