import { createHmac } from 'node:crypto'
import { MINUTE } from '#core/instant'
import type { BegunFactor, RecoveryCodes, SecondFactorView } from '#shared/people/types'
import * as words from '#shared/words'
import { realNow } from '#server/platform/clock'
import { newCode } from '#server/platform/codes'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { keyFor, seal, unseal } from '#server/platform/secrets'
import { requirePassword } from './ownPassword'
import { writeTo } from './personMail'
import * as people from './queries/people'
import {
  countRecoveryCodes,
  removeFactor,
  replaceRecoveryCodes,
  takeRecoveryCode,
  takeStep,
} from './queries/secondFactors'
import type { PersonRow } from './rows'
import { countCodeTry, tryWasRight } from './signInTries'
import { clockOff, newSecret, otpauthAddress, stepOfCode } from './totp'

/** Whoever begins to set an authenticator up has so long for its first code. */
const SET_UP_MS = 15 * MINUTE
const RECOVERY_CODES = 10

/**
 * How a recovery code is kept, however it was typed: with the installation's secret, since its 53 bits alone
 * could be found by trying.
 */
const hashOfRecoveryCode = (code: string): string =>
  createHmac('sha256', keyFor('recovery codes'))
    .update(code.toUpperCase().replace(/[^0-9A-Z]/g, ''))
    .digest('base64url')

const requirePerson = async (personId: string): Promise<PersonRow> => {
  const row = await people.personById(await useDb(), personId)
  if (!row) throw problem('notFound')
  return row
}

/** A person's second factor as their own screen shows it. */
export async function secondFactorOf(personId: string): Promise<SecondFactorView> {
  const { totp_since } = await requirePerson(personId)
  return {
    since: totp_since === null ? null : new Date(totp_since).toISOString(),
    codesLeft: await countRecoveryCodes(await useDb(), personId),
  }
}

/**
 * Begins to set an authenticator up: one that is in use counts until the new one has said a code. Throws
 * where the password is not theirs, or they have none that it could be second to.
 */
export async function beginFactor(personId: string, password: string, from: string): Promise<BegunFactor> {
  const row = await requirePerson(personId)
  await requirePassword(row, password, from, 'password')
  const secret = newSecret()
  await people.updatePerson(await useDb(), personId, {
    totp_begun_sealed: seal(secret),
    totp_begun_at: realNow(),
  })
  return { secret, uri: otpauthAddress(words.frame.product, row.email, secret) }
}

/**
 * The first code of the new authenticator: from now on it counts, with new recovery codes. Throws for a wrong
 * code, and says so where the clock of what made it is off.
 */
export async function confirmFactor(personId: string, code: string): Promise<RecoveryCodes> {
  const taken = await countCodeTry(personId)
  const row = await requirePerson(personId)
  const now = realNow()
  if (row.totp_begun_sealed === null || (row.totp_begun_at ?? 0) < now - SET_UP_MS)
    throw problem('factorNotBegun').at('code')
  const begun = row.totp_begun_sealed
  const figures = figuresOf(code)
  const step = stepOfCode(unseal(begun), figures, now, 0)
  if (step === null) {
    const minutes = clockOff(unseal(begun), figures, now)
    throw (minutes === null ? problem('wrongCode') : problem('clockOff', minutes)).at('code')
  }
  await tryWasRight(taken)
  const codes = Array.from({ length: RECOVERY_CODES }, newCode)
  await inTransaction(async (db) => {
    const kept = await people.personById(db, personId)
    // Somebody set another up meanwhile.
    if (kept?.totp_begun_sealed !== begun) throw problem('factorNotBegun').at('code')
    await people.updatePerson(db, personId, {
      totp_sealed: begun,
      totp_since: now,
      totp_begun_sealed: null,
      totp_begun_at: null,
      totp_last_step: step,
    })
    await replaceRecoveryCodes(db, personId, codes.map(hashOfRecoveryCode))
  })
  writeTo(row.email, words.signInLetters.factorOn(row.name))
  return { codes }
}

/** Ends a person's second factor, with their password and a code of it. */
export async function endFactor(
  personId: string,
  { password, code }: { password: string; code: string },
  from: string,
): Promise<void> {
  const row = await requirePerson(personId)
  if (row.totp_sealed === null) throw problem('notFound')
  await requirePassword(row, password, from, 'password')
  await requireCode(row, code)
  await inTransaction((db) => removeFactor(db, personId))
  writeTo(row.email, words.signInLetters.factorOff(row.name))
}

/** New recovery codes in place of all there were, with the password. */
export async function newRecoveryCodes(
  personId: string,
  password: string,
  from: string,
): Promise<RecoveryCodes> {
  const row = await requirePerson(personId)
  if (row.totp_sealed === null) throw problem('notFound')
  await requirePassword(row, password, from, 'password')
  const codes = Array.from({ length: RECOVERY_CODES }, newCode)
  await inTransaction((db) => replaceRecoveryCodes(db, personId, codes.map(hashOfRecoveryCode)))
  writeTo(row.email, words.signInLetters.newCodes(row.name))
  return { codes }
}

/**
 * Takes a code of a person's authenticator, or one of their recovery codes: each is good once. Says which it
 * was. Throws `wrongCode` at its field, and slows guessing: only who knows the password gets here, so a long
 * pause keeps nobody else out.
 */
export async function requireCode(row: PersonRow, code: string): Promise<'authenticator' | 'recovery-code'> {
  const taken = await countCodeTry(row.id)
  const way = await inTransaction((db) => takeCode(db, row, code))
  if (!way) throw problem('wrongCode').at('code')
  await tryWasRight(taken)
  if (way === 'recovery-code')
    writeTo(
      row.email,
      words.signInLetters.codeUsed(row.name, await countRecoveryCodes(await useDb(), row.id)),
    )
  return way
}

async function takeCode(
  db: Db,
  { id, totp_sealed, totp_last_step }: PersonRow,
  code: string,
): Promise<'authenticator' | 'recovery-code' | null> {
  const figures = figuresOf(code)
  if (totp_sealed !== null && /^\d{6}$/.test(figures)) {
    const step = stepOfCode(unseal(totp_sealed), figures, realNow(), totp_last_step)
    return step !== null && (await takeStep(db, id, step)) ? 'authenticator' : null
  }
  return (await takeRecoveryCode(db, id, hashOfRecoveryCode(code), realNow())) ? 'recovery-code' : null
}

/** A code without the spaces that authenticators show in it. */
const figuresOf = (code: string): string => code.replace(/[\s-]/g, '')
