import { createHash, randomInt, timingSafeEqual } from 'node:crypto'
import { inTransaction, useDb } from '#server/platform/db'
import { getValue, setValue } from '#server/platform/changes/queries'
import { problem } from '#server/platform/http/problem'
import { settings } from '#server/platform/settings'

const KEPT_AS = 'start-code'
/** Letters and figures that nobody takes for another, in three groups of four: 55 bits. */
const SIGNS = '3467ACDEFGHJKMNPQRTWXY'
const GROUPS = 3
const GROUP = 4

const hashOf = (code: string): Buffer =>
  createHash('sha256')
    .update(code.toUpperCase().replace(/[^0-9A-Z]/g, ''))
    .digest()

/**
 * A code for whoever sets this installation up: only who sees its console, or set QUILL_START_CODE, can
 * become its owner. Only its hash is kept; each start makes another.
 */
export async function newStartCode(): Promise<string> {
  const group = (): string => Array.from({ length: GROUP }, () => SIGNS[randomInt(SIGNS.length)]).join('')
  const code = settings().startCode ?? Array.from({ length: GROUPS }, group).join('-')
  await inTransaction((db) => setValue(db, KEPT_AS, hashOf(code).toString('base64url')))
  return code
}

/** Throws `startCode` at its field where a code is not the one that was printed last. */
export async function requireStartCode(code: string): Promise<void> {
  if (settings().demo) return
  const known = Buffer.from((await getValue(await useDb(), KEPT_AS)) ?? '', 'base64url')
  const given = hashOf(code)
  if (known.length !== given.length || !timingSafeEqual(known, given)) throw problem('startCode').at('code')
}
