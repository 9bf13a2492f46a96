import { plainText } from '#core/text'
import { inThread, type InThread } from '../jobs/threadTask'
import { readCard, readLinks } from './readCard'
import { readMentions } from './readMentions'
import { plainTextsTask, readCardTask, readLinksTask, readMentionsTask } from './tasks'

export const pagesInThread: InThread[] = [
  inThread(readCardTask, readCard),
  inThread(readLinksTask, readLinks),
  inThread(readMentionsTask, readMentions),
  inThread(plainTextsTask, (pieces) => pieces.map(plainText)),
]
