// Tokens: what may ask in a person's name without their sign-in, and how it is handed over.
// Owns: tokens, pairings, token_requests.
// May ask: people.
export { newPairing, pair } from './pairing'
export { once } from './once'
export { addToken, endToken, holderOf, ownToken, pairedBrowsers, personalTokens } from './tokens'
