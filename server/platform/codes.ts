import { createHash, randomInt } from 'node:crypto'

/** Letters and figures that nobody takes for another, in three groups of four: 53 bits. */
const SIGNS = '3467ACDEFGHJKMNPQRTWXY'
const GROUPS = 3
const GROUP = 4

/**
 * What codes of short links are made of: letters and figures that nobody takes for another, no 0 and O, 1, l
 * and I, 2 and Z, 5 and S, 8 and B, u and v. Those of an archive are longer: none is anybody's by chance.
 */
export const SHORT_SIGNS = '34679acdefghjkmnpqrtwxy'
export const SHORT_LENGTH = 6
export const SHORT_LENGTH_ANEW = 9

/** A code that a person copies from one place into another. */
export const newCode = (): string =>
  Array.from({ length: GROUPS }, () =>
    Array.from({ length: GROUP }, () => SIGNS[randomInt(SIGNS.length)]).join(''),
  ).join('-')

/** How a code is kept and compared, however it was typed. */
export const hashOfCode = (code: string): string => hashOf(code.toUpperCase().replace(/[^0-9A-Z]/g, ''))

/** How a secret is kept that has too many of its kind to be found by trying (SHA-256). */
export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('base64url')
