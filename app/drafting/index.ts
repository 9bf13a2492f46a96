// Drafting: drafts of a post side by side, what they came from, and the model that writes them.
export { default as DraftOrigin } from './DraftOrigin.vue'
export { useDraftOrigins } from './draftOrigins'
export { default as DraftsPanel } from './DraftsPanel.vue'
export { default as ModelDialog } from './ModelDialog.vue'
