import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import { readLetter, readLetterHead } from './readLetter'
import { readSignature } from './readSignature'
import { readLetterHeadTask, readLetterTask, readSignatureTask } from './tasks'

export const lettersInThread: InThread[] = [
  inThread(readLetterHeadTask, readLetterHead),
  inThread(readLetterTask, readLetter),
  inThread(readSignatureTask, readSignature),
]
