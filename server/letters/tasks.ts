import { threadTask } from '#server/platform/jobs/threadTask'
import type { Letter, LetterHead } from './readLetter'
import type { Signed } from './readSignature'

/** See `readLetterHead`. */
export const readLetterHeadTask = threadTask<Uint8Array, LetterHead>('readLetterHead')
/** See `readLetter`. */
export const readLetterTask = threadTask<Uint8Array, Letter>('readLetter')
/** See `readSignature`. */
export const readSignatureTask = threadTask<Signed, boolean>('readSignature')
