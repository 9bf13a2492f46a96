import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import { stemsOf } from './stemsOf'
import { stemTextsTask } from './tasks'

export const articlesInThread: InThread[] = [inThread(stemTextsTask, (texts) => texts.map(stemsOf))]
