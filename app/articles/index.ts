// Articles wherever they are shown: their tags, and the words that were found in them.
export { default as MarkedText } from './MarkedText.vue'
export { markedHtml } from './marks'
export { markedText } from './passages'
export { default as TagDialog } from './TagDialog.vue'
export { useTags } from './useTags'
