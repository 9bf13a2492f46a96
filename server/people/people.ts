import { v7 as uuid } from 'uuid'
import type { Me, Person, SignInWay } from '#shared/people/types'
import * as words from '#shared/words'
import { now, realNow } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import { brandsOf, mayFound } from './queries/brands'
import * as people from './queries/people'
import type { PersonRow } from './rows'
import { problem } from '#server/platform/http/problem'
import { settings } from '#server/platform/settings'
import { brandOf } from './brandOf'
import { keyedHash } from '#server/platform/http/whereFrom'
import { requirePassword } from './ownPassword'
import { hashPassword, passwordMatches } from './passwords'
import { writeTo } from './personMail'
import { personOf } from './personOf'
import { endResets } from './queries/passwordResets'
import { requireCode } from './secondFactor'
import { takeTry, tryWasRight } from './signInTries'
import { requireStartCode } from './startCode'

/** Whether this installation has nobody yet. */
export const needsFirstStart = async (): Promise<boolean> => (await people.countPeople(await useDb())) === 0

/**
 * Makes the first person, the owner. Throws when there is one, or the code is not the one that was printed.
 */
export async function makeOwner(
  input: { name: string; email: string; password: string; code: string },
  from: string,
): Promise<Person> {
  if (!(await needsFirstStart())) throw problem('alreadyStarted')
  const taken = await takeTry('first start', from)
  await requireStartCode(input.code)
  await tryWasRight(taken)
  const password_hash = await hashPassword(input.password)
  return inTransaction(async (db) => {
    if ((await people.countPeople(db)) > 0) throw problem('alreadyStarted')
    const row = {
      id: uuid(),
      name: input.name,
      email: input.email,
      password_hash,
      created_at: now(),
      founds: 1 as const,
    }
    await people.insertPerson(db, row)
    return personOf(row)
  })
}

/**
 * The person these belong to, and whether a code is wanted besides. Throws one and the same refusal for a
 * wrong name and a wrong password, and slows guessing.
 */
export async function signIn(
  email: string,
  password: string,
  from: string,
): Promise<{ person: Person; wantsCode: boolean; mark: string }> {
  const taken = await takeTry(email.toLowerCase(), from)
  const row = await people.personByEmail(await useDb(), email)
  if (!(await passwordMatches(password, row?.password_hash ?? null)) || !row) throw problem('signIn')
  await tryWasRight(taken)
  return { person: personOf(row), wantsCode: row.totp_sealed !== null, mark: markOf(row) }
}

/** Of which password a first step was; changes with it, and says nothing about it. */
const markOf = ({ id, password_hash }: PersonRow): string => keyedHash(`first step ${id} ${password_hash}`)

/**
 * The second step of a sign-in whose first was of this person and mark: a code. Throws `signInOver` where the
 * password changed meanwhile.
 */
export async function signInByCode(
  personId: string,
  mark: string,
  code: string,
): Promise<{ person: Person; way: SignInWay }> {
  const row = await people.personById(await useDb(), personId)
  if (!row || row.totp_sealed === null || markOf(row) !== mark) throw problem('signInOver')
  return { person: personOf(row), way: await requireCode(row, code) }
}

/** Everyone, for the demo's sign-in with one click. Throws outside the demo. */
export async function demoPeople(): Promise<(Person & { brands: string[] })[]> {
  if (!settings().demo) throw problem('notFound')
  const db = await useDb()
  return Promise.all(
    (await people.allPeople(db)).map(async (row) => ({
      ...personOf(row),
      brands: (await brandsOf(db, row.id)).map((brand) => brand.name),
    })),
  )
}

/** One of the demo’s people. Throws `notFound`, also for everybody outside the demo. */
export async function demoPerson(id: string): Promise<Person> {
  const found = (await demoPeople()).find((person) => person.id === id)
  if (!found) throw problem('notFound')
  return found
}

/** What a signed-in person's browser needs first. */
export async function meOf(person: Person): Promise<Me> {
  const rows = await brandsOf(await useDb(), person.id)
  const { demo, standins } = settings()
  return {
    person,
    hasPassword: (await people.personById(await useDb(), person.id))?.password_hash != null,
    mayFound: await mayFound(await useDb(), person.id),
    brands: rows.map((row) => ({ ...brandOf(row), role: row.role })),
    demo: demo && standins ? { sites: `${standins}/sites` } : null,
    now: new Date(now()).toISOString(),
  }
}

/**
 * Changes a person's own name, mail address and, when given, password; a new password ends every other
 * session of theirs. Whoever finds a browser signed in can't take it over: a new password and a new mail
 * address ask for the old password, where there is one.
 */
export async function editMe(
  personId: string,
  sessionId: string,
  from: string,
  input: { name: string; email: string; password: string; oldPassword: string },
): Promise<Person> {
  const known = await people.personById(await useDb(), personId)
  const isGuarded = input.password !== '' || input.email.toLowerCase() !== known?.email.toLowerCase()
  if (known?.password_hash && isGuarded) await requirePassword(known, input.oldPassword, from, 'oldPassword')
  const password_hash = input.password === '' ? null : await hashPassword(input.password)
  const person = await inTransaction(async (db) => {
    const other = await people.personByEmail(db, input.email)
    if (other && other.id !== personId) throw problem('emailTaken').at('email')
    // A link to a new password was sent to the address there was, for the password there was.
    if (isGuarded) await endResets(db, personId, realNow())
    await people.updatePerson(db, personId, {
      name: input.name,
      email: input.email,
      ...(password_hash ? { password_hash } : {}),
    })
    if (password_hash) await people.revokeOtherSessions(db, personId, sessionId, realNow())
    return { id: personId, name: input.name, email: input.email }
  })
  if (known && password_hash) writeTo(known.email, words.signInLetters.passwordChanged(person.name))
  if (known && known.email.toLowerCase() !== input.email.toLowerCase())
    writeTo(known.email, words.signInLetters.emailChanged(person.name, input.email))
  return person
}
