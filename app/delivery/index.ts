// What went out, and what became of it.
export { default as DayOut } from './DayOut.vue'
export { default as DayWaiting } from './DayWaiting.vue'
export { default as DeliveryHistory } from './DeliveryHistory.vue'
export { default as PostByHand } from './PostByHand.vue'
export { useDelivery } from './useDelivery'
