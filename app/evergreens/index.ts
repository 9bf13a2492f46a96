// Evergreens: posts that come round again, by turn.
export { default as ComeRound } from './ComeRound.vue'
export { default as EvergreenForm } from './EvergreenForm.vue'
export { default as EvergreenList } from './EvergreenList.vue'
export { default as EvergreenPanel } from './EvergreenPanel.vue'
export { default as FromOwn } from './FromOwn.vue'
export { default as PoolNotes } from './PoolNotes.vue'
export { default as SeveralEvergreens } from './SeveralEvergreens.vue'
export { onShelf, useEvergreens, type Shelf } from './useEvergreens'
