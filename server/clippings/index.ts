// Clippings: what a brand keeps of articles to write about.
// Owns: clippings, their own contents, folders, and which of their pictures are still to be fetched; lists of
// what was saved elsewhere.
// May ask: people, articles.
export {
  changeSeveral,
  clippings,
  clippingsOfPost,
  clippingWith,
  editClipping,
  setShelved,
  workOff,
} from './clippings'
export { addContentClipping, type ContentInput } from './contents'
export { addFolder, removeFolder, renameFolder } from './folders'
export { clippingFolderNames, clippingIsThere, clippingsOfLink } from './known'
export { anyClipping, clippingsToWrite, passagesOf, waitingClippings } from './queries/clippings'
export { keepQuote } from './passages'
export { clippingsWithWords } from './queries/search'
export { clippingsFile, type ListFormat } from './savedFile'
export { latestList, lookAtList, startList, stopList, takeListBack, tryListAgain } from './savedLists'
export { picturesDue, type PictureDue, putOffPicture, setPicture } from './queries/contents'
