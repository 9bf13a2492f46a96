// Clippings and the shelf.
export { default as ClippingLine } from './ClippingLine.vue'
export { ALL_WAITING, type ClippingFilter, useClippingsStore } from './clippingsStore'
