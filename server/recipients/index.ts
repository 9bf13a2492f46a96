// Recipients: where articles and clippings are handed on to, and what became of each.
// Owns: recipients, dispatches.
// May ask: people, articles, notices, networks, delivery, watches, clippings.
export { dispatchPage, takeBackOfOrder, testRecipient, tryAgain } from './dispatches'
export { handedFeed, type HandedFeed } from './feed'
export { happened } from './events'
export { handOnByHand, handOnFor } from './handing'
export { articleKey } from './things'
export { addRecipient, editRecipient, recipientsView, removeRecipient } from './recipients'
