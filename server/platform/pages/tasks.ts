import { threadTask } from '../jobs/threadTask'
import type { PageCard, PageLink, Received } from './readCard'
import type { Mentions } from './readMentions'

/** A page's card; see `readCard`. */
export const readCardTask = threadTask<Received, PageCard | null>('readCard')
/** The links of a page; see `readLinks`. */
export const readLinksTask = threadTask<Received, PageLink[]>('readLinks')
/** What a page says was done with its post; see `readMentions`. */
export const readMentionsTask = threadTask<Received, Mentions | null>('readMentions')
/** The texts of some pieces of HTML. */
export const plainTextsTask = threadTask<string[], string[]>('plainTexts')
