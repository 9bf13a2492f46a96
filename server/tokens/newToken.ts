import { randomBytes } from 'node:crypto'

/** 256 bits, with a name in front by which whoever finds it knows what it is. */
export const newToken = (): string => `quill_${randomBytes(32).toString('base64url')}`
