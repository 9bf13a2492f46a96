// Tokens: for programs of one's own.
export { default as TokenDialog } from './TokenDialog.vue'
