// Clippings and the shelf.
export { default as ClippingListItem } from './ClippingListItem.vue'
export { ALL_WAITING, type ClippingFilter, useClippingActions, useClippings } from './useClippings'
