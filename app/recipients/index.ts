// Recipients: whom articles are handed on to, by hand and by orders, and what became of each.
export { default as HandOnDialog } from './HandOnDialog.vue'
export { default as RecipientDialog } from './RecipientDialog.vue'
export { default as DispatchList } from './DispatchList.vue'
export { useRecipients } from './useRecipients'
