// Sending: what is due is handed over once, its outcome settled, and what people decide of it carried out.
// Owns: leases on deliveries.
// May ask: people, networks, delivery, posts, schedule.
export { accountPage, setAlsoToOf } from './accountPages'
export { deliveryView, doWithDelivery } from './deliveryActions'
export { freezeDue } from './freezing'
export { allowSends, sendsEnded, startDueSends, stopSends } from './sending'
