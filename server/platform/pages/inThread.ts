import { plainText } from '#core/text'
import { inThread, type InThread } from '../jobs/threadTask'
import { readCard, readLinks } from './readCard'
import { plainTextsTask, readCardTask, readLinksTask } from './tasks'

export const pagesInThread: InThread[] = [
  inThread(readCardTask, readCard),
  inThread(readLinksTask, readLinks),
  inThread(plainTextsTask, (pieces) => pieces.map(plainText)),
]
