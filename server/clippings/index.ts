// Clippings: what a brand keeps of articles to write about.
// Owns: clippings.
// May ask: people, articles.
export { clippings, clippingsOfPost, editClipping, keepQuote, workOff } from './clippings'
export { waitingClippings } from './queries/clippings'
