// Clippings and the shelf.
export { default as ChosenClippings } from './ChosenClippings.vue'
export { default as ClippingCard } from './ClippingCard.vue'
export { default as ClippingListItem } from './ClippingListItem.vue'
export { default as ClippingPreview } from './ClippingPreview.vue'
export { default as FolderRail } from './FolderRail.vue'
export { default as KindIcon } from './KindIcon.vue'
export { useClippingFilter } from './useClippingFilter'
export { type ClippingFilter, useClippingActions, useClippings } from './useClippings'
