// Letters: finds that people mail to a secret address of their own.
// Owns: letter boxes, letters.
// May ask: people, articles, clippings, networks, posts, schedule, capture.
export { closeLetterBox, letterBox, renewLetterBox, saveLetterBox } from './boxes'
