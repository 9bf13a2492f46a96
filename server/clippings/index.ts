// Clippings: what a brand keeps of articles to write about.
// Owns: clippings, their own contents, and which of their pictures are still to be fetched.
// May ask: people, articles.
export { clippings, clippingsOfPost, editClipping, keepQuote, setShelved, workOff } from './clippings'
export { addContentClipping, type ContentInput } from './contents'
export { clippingFolderNames, clippingIsThere, clippingsOfLink } from './known'
export { anyClipping, passagesOf, waitingClippings } from './queries/clippings'
export { picturesDue, type PictureDue, putOffPicture, setPicture } from './queries/contents'
