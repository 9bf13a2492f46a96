import { timingSafeEqual } from 'node:crypto'
import { inTransaction, useDb } from '#server/platform/db'
import { hashOfCode, newCode } from '#server/platform/codes'
import { getValue, setValue } from '#server/platform/changes/queries'
import { problem } from '#server/platform/http/problem'
import { settings } from '#server/platform/settings'

const KEPT_AS = 'start-code'
/**
 * A code for whoever sets this installation up: only who sees its console, or set QUILL_START_CODE, can
 * become its owner. Only its hash is kept; each start makes another.
 */
export async function newStartCode(): Promise<string> {
  const code = settings().startCode ?? newCode()
  await inTransaction((db) => setValue(db, KEPT_AS, hashOfCode(code)))
  return code
}

/** Throws `startCode` at its field where a code is not the one that was printed last. */
export async function requireStartCode(code: string): Promise<void> {
  if (settings().demo) return
  const known = Buffer.from((await getValue(await useDb(), KEPT_AS)) ?? '')
  const given = Buffer.from(hashOfCode(code))
  if (known.length !== given.length || !timingSafeEqual(known, given)) throw problem('startCode').at('code')
}
