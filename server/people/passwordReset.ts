import { randomBytes } from 'node:crypto'
import { DAY, MINUTE } from '#core/instant'
import * as words from '#shared/words'
import { realNow } from '#server/platform/clock'
import { hashOf } from '#server/platform/codes'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { log } from '#server/platform/log'
import { sendMail } from '#server/platform/mail/mailOut'
import { settings } from '#server/platform/settings'
import { hashPassword } from './passwords'
import { writeTo } from './personMail'
import { endResets, insertReset, openReset, resetsAskedSince } from './queries/passwordResets'
import * as people from './queries/people'
import { removeFactor } from './queries/secondFactors'
import { countResetTry, forgetTries } from './signInTries'

/** So long a link is good; so many letters a person gets in a day, and none sooner after the last. */
const OPEN_MS = 30 * MINUTE
const LETTERS_A_DAY = 5
const AGAIN_AFTER_MS = 2 * MINUTE

/**
 * Where links in letters lead: the public address. Without one only to who asks on this machine itself, since
 * a request's own `Host` could be anybody's choice, and would send the link there. Null for nowhere.
 */
export function originOfResets(asked: string): string | null {
  if (settings().smtp === null) return null
  const { publicUrl } = settings()
  if (publicUrl !== null) return publicUrl
  return ['localhost', '127.0.0.1', '[::1]'].includes(new URL(asked).hostname) ? asked : null
}

/**
 * Sends a person a link to a new password. Answers the same, and as soon, whoever has the address or nobody:
 * what follows is done behind the answer. Throws `signInWait` where one address asks again and again.
 */
export async function askReset(email: string, origin: string, from: string): Promise<void> {
  await countResetTry(email.toLowerCase(), from)
  void sendLink(email, origin).catch((error: unknown) =>
    log.warn({ error }, 'A link to a new password could not be sent.'),
  )
}

async function sendLink(email: string, origin: string): Promise<void> {
  const row = await people.personByEmail(await useDb(), email)
  if (!row) return
  const token = await inTransaction(async (db) => {
    const asked = await resetsAskedSince(db, row.id, realNow() - DAY)
    const isEnough = asked.length >= LETTERS_A_DAY || (asked[0] ?? 0) > realNow() - AGAIN_AFTER_MS
    return isEnough ? null : newToken(db, row.id)
  })
  if (token === null) return
  const letter = words.signInLetters.reset(row.name, `${origin}${pathOf(token)}`)
  await sendMail({ to: [row.email], ...letter })
}

async function newToken(db: Db, personId: string): Promise<string> {
  const token = randomBytes(24).toString('base64url')
  await insertReset(db, {
    token_hash: hashOf(token),
    person_id: personId,
    asked_at: realNow(),
    used_at: null,
  })
  return token
}

const pathOf = (token: string): string => `/new-password/${token}`

/**
 * For whoever looks after the installation: the path of a link to a new password for somebody whom no letter
 * reaches, and, where they lost their authenticator and their codes, an end of their second factor. Throws
 * `notFound` where nobody has the address.
 */
export async function letIn(email: string, endsFactor: boolean): Promise<string> {
  const row = await people.personByEmail(await useDb(), email)
  if (!row) throw problem('notFound')
  return inTransaction(async (db) => {
    if (endsFactor) await removeFactor(db, row.id)
    return pathOf(await newToken(db, row.id))
  })
}

/** Whether a link to a new password is good still. */
export const isOpenReset = async (token: string): Promise<boolean> =>
  (await openReset(await useDb(), hashOf(token), realNow() - OPEN_MS)) !== undefined

/**
 * Sets a new password by a link: once, and all of the person's sessions and other links end with it. Their
 * second factor stays. Throws `resetOver` for a link that is not good any more.
 */
export async function setPassword(token: string, password: string, from: string): Promise<void> {
  if (!(await isOpenReset(token))) throw problem('resetOver')
  const password_hash = await hashPassword(password)
  const row = await inTransaction(async (db) => {
    const reset = await openReset(db, hashOf(token), realNow() - OPEN_MS)
    const person = reset && (await people.personById(db, reset.person_id))
    if (!person) throw problem('resetOver')
    await endResets(db, person.id, realNow())
    await people.updatePerson(db, person.id, { password_hash })
    await people.revokeAllSessions(db, person.id, realNow())
    return person
  })
  // Whoever tried the old one too often is let in with the new one.
  await forgetTries(row.email.toLowerCase(), from)
  writeTo(row.email, words.signInLetters.passwordChanged(row.name))
}
