// Reads what a web page says of itself: its card, its data and its plain elements.
export { letterLinks, type LetterLink } from './letterLinks'
export { readOEmbed, type OEmbedFacts } from './oEmbed'
export { readPage } from './readPage'
export type { PageFacts, PagePicture, PageVideo } from './types'
