// Results: short links and their clicks.
// Owns: short links, clicks.
// May ask: nobody.
export { setTarget, shortLinksOf } from './queries/shortLinks'
export { makeCodes, noteClick, storeClicks, targetOf } from './shortLinks'
