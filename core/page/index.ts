// Reads what a web page says of itself: its card, its data and its plain elements.
export { readPage } from './readPage'
export type { PageFacts, PagePicture, PageVideo } from './types'
