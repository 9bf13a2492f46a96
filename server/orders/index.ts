// Standing orders: what may happen by itself, what came of it, and whoever looks it over.
// Owns: orders, their log, and what they have yet to look at.
// May ask: people, articles, notices, networks, sources, watches, clippings, recipients, campaigns, almanac,
// posts, drafting, evergreens, schedule.
export { answerDryRun } from './answering'
export { logOf, undoLogged } from './log'
export {
  addOrder,
  editOrder,
  ordersView,
  placeOrders,
  removeOrder,
  setCeiling,
  setConsent,
  stopOrders,
  switchOrder,
} from './orders'
export { tryPattern } from './tryPattern'
export { lookOver, unseenView } from './unseen'
