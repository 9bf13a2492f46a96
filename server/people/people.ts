import { v7 as uuid } from 'uuid'
import { DAY } from '#core/instant'
import type { Me, Person, SessionView } from '#shared/people/types'
import { now, realNow } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import { brandsOf, mayFound } from './queries/brands'
import * as people from './queries/people'
import type { PersonRow } from './rows'
import { problem } from '#server/platform/http/problem'
import { settings } from '#server/platform/settings'
import { brandOf } from './brandOf'
import { keyedHash } from '#server/platform/http/whereFrom'
import { hashPassword, passwordMatches } from './passwords'
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
    const row: PersonRow = {
      id: uuid(),
      name: input.name,
      email: input.email,
      password_hash,
      created_at: now(),
      founds: 1,
    }
    await people.insertPerson(db, row)
    return personOf(row)
  })
}

/**
 * The person these belong to. Throws one and the same refusal for a wrong name and a wrong password, and
 * slows guessing.
 */
export async function signIn(email: string, password: string, from: string): Promise<Person> {
  const taken = await takeTry(email.toLowerCase(), from)
  const row = await people.personByEmail(await useDb(), email)
  if (!(await passwordMatches(password, row?.password_hash ?? null)) || !row) throw problem('signIn')
  await tryWasRight(taken)
  return personOf(row)
}

/** Opens a session for a person and gives its id. */
export async function openSession(personId: string, userAgent: string | null, from: string): Promise<string> {
  const id = uuid()
  const at = realNow()
  await people.insertSession(await useDb(), {
    id,
    person_id: personId,
    device: deviceOf(userAgent),
    created_at: at,
    last_seen_at: at,
    revoked_at: null,
    from_hash: keyedHash(`from ${from}`),
  })
  return id
}

const SEEN_EVERY_MS = 60_000

/** Sessions that were not used since then are over. */
export const usedSince = (): number => realNow() - settings().sessionDays * DAY

/** The person of a session; null when it was ended. */
export async function personOfSession(sessionId: string): Promise<Person | null> {
  const db = await useDb()
  const session = await people.liveSession(db, sessionId, usedSince())
  const row = session && (await people.personById(db, session.person_id))
  if (!session || !row) return null
  if (realNow() - session.last_seen_at > SEEN_EVERY_MS) await people.touchSession(db, sessionId, realNow())
  return personOf(row)
}

/** Whether a session goes on, without noting that it was used. */
export const isLive = async (sessionId: string): Promise<boolean> =>
  (await people.liveSession(await useDb(), sessionId, usedSince())) !== undefined

/** A person’s sessions that are still good; `currentId` is the one that asks. */
export async function sessionsOf(personId: string, currentId: string): Promise<SessionView[]> {
  return (await people.liveSessionsOf(await useDb(), personId, usedSince())).map((row) => ({
    id: row.id,
    device: row.device,
    createdAt: new Date(row.created_at).toISOString(),
    lastSeenAt: new Date(row.last_seen_at).toISOString(),
    current: row.id === currentId,
  }))
}

/** Ends one of a person’s sessions. Throws `notFound` for anybody else’s. */
export async function endSession(personId: string, sessionId: string): Promise<void> {
  if (!(await people.revokeSession(await useDb(), personId, sessionId, realNow()))) throw problem('notFound')
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
  if (known?.password_hash && isGuarded)
    await requireOldPassword(known, known.password_hash, input.oldPassword, from)
  const password_hash = input.password === '' ? null : await hashPassword(input.password)
  return inTransaction(async (db) => {
    const other = await people.personByEmail(db, input.email)
    if (other && other.id !== personId) throw problem('emailTaken').at('email')
    await people.updatePerson(db, personId, {
      name: input.name,
      email: input.email,
      ...(password_hash ? { password_hash } : {}),
    })
    if (password_hash) await people.revokeOtherSessions(db, personId, sessionId, realNow())
    return { id: personId, name: input.name, email: input.email }
  })
}

async function requireOldPassword(
  { email }: PersonRow,
  kept: string,
  given: string,
  from: string,
): Promise<void> {
  if (given === '') throw problem('oldPasswordMissing').at('oldPassword')
  const taken = await takeTry(email.toLowerCase(), from)
  if (!(await passwordMatches(given, kept))) throw problem('oldPassword').at('oldPassword')
  await tryWasRight(taken)
}

const personOf = (row: PersonRow): Person => ({ id: row.id, name: row.name, email: row.email })

/** A browser and its system in a few words, from the user agent it sends. */
function deviceOf(userAgent: string | null): string {
  const text = userAgent ?? ''
  const browser = /Firefox|Edg|Chrome|Safari/.exec(text)?.[0]?.replace('Edg', 'Edge') ?? 'A browser'
  const system = /Android|iPhone|iPad|Windows|Mac OS X|Linux/.exec(text)?.[0]?.replace('Mac OS X', 'macOS')
  return system ? `${browser} on ${system}` : browser
}
