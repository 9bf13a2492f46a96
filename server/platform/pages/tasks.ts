import { threadTask } from '../jobs/threadTask'
import type { PageCard, PageLink, Received } from './readCard'

/** A page's card; see `readCard`. */
export const readCardTask = threadTask<Received, PageCard | null>('readCard')
/** The links of a page; see `readLinks`. */
export const readLinksTask = threadTask<Received, PageLink[]>('readLinks')
/** The texts of some pieces of HTML. */
export const plainTextsTask = threadTask<string[], string[]>('plainTexts')
