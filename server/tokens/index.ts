// Tokens: what may ask in a person's name without their sign-in, and how it is handed over.
// Owns: tokens, pairings.
// May ask: people.
export { newPairing, pair } from './pairing'
export { endToken, holderOf, pairedBrowsers } from './tokens'
