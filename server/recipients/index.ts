// Recipients: where articles and clippings are handed on to, and what became of each.
// Owns: recipients, dispatches.
// May ask: people, articles, notices, networks, clippings.
export { dispatchPage, takeBackOfOrder, testRecipient, tryAgain } from './dispatches'
export { handedFeed, type HandedFeed } from './feed'
export { articleKey, handOnByHand, handOnFor } from './handing'
export { recipientById, recipientsOf } from './queries/recipients'
export { addRecipient, editRecipient, recipientsView, removeRecipient } from './recipients'
