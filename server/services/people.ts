import { v7 as uuid } from 'uuid'
import type { Me, Person, SessionView } from '../../shared/api'
import { now, realNow } from '../clock'
import { inTransaction, useDb } from '../db'
import { brandsOf } from '../db/brands'
import * as people from '../db/people'
import type { PersonRow } from '../db/rows'
import { problem } from '../problem'
import { settings } from '../settings'
import { brandOf } from './brands'
import { hashPassword, passwordMatches } from './passwords'

/** Whether this installation has nobody yet. */
export const needsFirstStart = async (): Promise<boolean> => (await people.countPeople(await useDb())) === 0

/** Makes the first person, the owner. Throws when there is one. */
export async function makeOwner(input: { name: string; email: string; password: string }): Promise<Person> {
  const password_hash = await hashPassword(input.password)
  return inTransaction(async (db) => {
    if ((await people.countPeople(db)) > 0) throw problem('alreadyStarted')
    const row: PersonRow = { id: uuid(), name: input.name, email: input.email, password_hash, created_at: now() }
    await people.insertPerson(db, row)
    return personOf(row)
  })
}

/** Wrong tries before guessing is slowed, and the longest pause. */
const FREE_TRIES = 4
const LONGEST_PAUSE_MS = 15 * 60_000

/** The person these belong to. Throws one and the same refusal for a wrong name and a wrong password, and slows guessing. */
export async function signIn(email: string, password: string): Promise<Person> {
  const db = await useDb()
  const who = email.toLowerCase()
  const tries = await people.triesOf(db, who)
  if (tries && tries.blocked_until > realNow()) throw problem('signInWait', Math.ceil((tries.blocked_until - realNow()) / 1000))
  const row = await people.personByEmail(db, email)
  if (!(await passwordMatches(password, row?.password_hash ?? null)) || !row) {
    const failures = (tries?.failures ?? 0) + 1
    const pause = failures < FREE_TRIES ? 0 : Math.min(LONGEST_PAUSE_MS, 2 ** (failures - FREE_TRIES) * 5_000)
    await people.setTries(db, who, failures, realNow() + pause)
    throw problem('signIn')
  }
  await people.clearTries(db, who)
  return personOf(row)
}

/** Opens a session for a person and gives its id. */
export async function openSession(personId: string, userAgent: string | null): Promise<string> {
  const id = uuid()
  const at = realNow()
  await people.insertSession(await useDb(), { id, person_id: personId, device: deviceOf(userAgent), created_at: at, last_seen_at: at, revoked_at: null })
  return id
}

const SEEN_EVERY_MS = 60_000

/** The person of a session; null when it was ended. */
export async function personOfSession(sessionId: string): Promise<Person | null> {
  const db = await useDb()
  const session = await people.liveSession(db, sessionId)
  const row = session && (await people.personById(db, session.person_id))
  if (!session || !row) return null
  if (realNow() - session.last_seen_at > SEEN_EVERY_MS) await people.touchSession(db, sessionId, realNow())
  return personOf(row)
}

export async function sessionsOf(personId: string, currentId: string): Promise<SessionView[]> {
  return (await people.liveSessionsOf(await useDb(), personId)).map((row) => ({
    id: row.id,
    device: row.device,
    createdAt: new Date(row.created_at).toISOString(),
    lastSeenAt: new Date(row.last_seen_at).toISOString(),
    current: row.id === currentId,
  }))
}

export async function endSession(personId: string, sessionId: string): Promise<void> {
  if (!(await people.revokeSession(await useDb(), personId, sessionId, realNow()))) throw problem('notFound')
}

/** Everyone, for the demo's sign-in with one click. Throws outside the demo. */
export async function demoPeople(): Promise<(Person & { brands: string[] })[]> {
  if (!settings().demo) throw problem('notFound')
  const db = await useDb()
  return Promise.all((await people.allPeople(db)).map(async (row) => ({ ...personOf(row), brands: (await brandsOf(db, row.id)).map((brand) => brand.name) })))
}

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
    brands: rows.map((row) => ({ ...brandOf(row), role: row.role })),
    demo: demo && standins ? { sites: `${standins}/sites` } : null,
    now: new Date(now()).toISOString(),
  }
}

/** Changes a person's own name, mail address and, when given, password; a new password ends every other session of theirs. */
export async function editMe(personId: string, sessionId: string, input: { name: string; email: string; password: string }): Promise<Person> {
  const password_hash = input.password === '' ? null : await hashPassword(input.password)
  return inTransaction(async (db) => {
    const other = await people.personByEmail(db, input.email)
    if (other && other.id !== personId) throw problem('emailTaken').at('email')
    await people.updatePerson(db, personId, { name: input.name, email: input.email, ...(password_hash ? { password_hash } : {}) })
    if (password_hash) await people.revokeOtherSessions(db, personId, sessionId, realNow())
    return { id: personId, name: input.name, email: input.email }
  })
}

const personOf = (row: PersonRow): Person => ({ id: row.id, name: row.name, email: row.email })

/** A browser and its system in a few words, from the user agent it sends. */
function deviceOf(userAgent: string | null): string {
  const text = userAgent ?? ''
  const browser = /Firefox|Edg|Chrome|Safari/.exec(text)?.[0]?.replace('Edg', 'Edge') ?? 'A browser'
  const system = /Android|iPhone|iPad|Windows|Mac OS X|Linux/.exec(text)?.[0]?.replace('Mac OS X', 'macOS')
  return system ? `${browser} on ${system}` : browser
}
