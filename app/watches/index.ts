// Watches: queries as text and as a form, what they would mark.
export { default as QueryForm } from './QueryForm.vue'
export { default as QueryText } from './QueryText.vue'
export { readQuery } from './readQuery'
export { useWatchEditor } from './useWatchEditor'
export { useWatchLook } from './useWatchLook'
export { default as WatchDeeds } from './WatchDeeds.vue'
export { default as WatchOutcome } from './WatchOutcome.vue'
export { default as WatchRunLine } from './WatchRunLine.vue'
