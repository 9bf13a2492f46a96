// Sending: what is due is handed over once, its outcome settled, and what people decide of it carried out.
// Owns: leases on deliveries.
// May ask: people, networks, delivery, results, posts, schedule.
export { accountPage, setAlsoToOf } from './accountPages'
export { deliveryLink, repointLink } from './deliveryLink'
export { deliveryView, doWithDelivery, pictureToPost } from './deliveryActions'
export { freezeDue, nextFreezeAt } from './freezing'
export { countSentPosts } from './sentPosts'
export { allowSends, sendsEnded, startDueSends, stopSends } from './sending'
