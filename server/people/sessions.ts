import { v7 as uuid } from 'uuid'
import { DAY } from '#core/instant'
import type { Person, SessionView, SignInWay } from '#shared/people/types'
import { realNow } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { keyedHash } from '#server/platform/http/whereFrom'
import { settings } from '#server/platform/settings'
import { deviceOf } from '#server/platform/http/device'
import { personOf } from './personOf'
import * as people from './queries/people'

/** What a session is begun with. */
export interface Beginning {
  userAgent: string | null
  /** The network address it is begun from. */
  from: string
  way: SignInWay
}

/** Opens a session for a person and gives its id. */
export async function openSession(personId: string, { userAgent, from, way }: Beginning): Promise<string> {
  const id = uuid()
  const at = realNow()
  await people.insertSession(await useDb(), {
    id,
    person_id: personId,
    ...deviceOf(userAgent),
    way,
    created_at: at,
    last_seen_at: at,
    revoked_at: null,
    from_hash: hashOfPlace(from),
  })
  return id
}

const hashOfPlace = (from: string): string => keyedHash(`from ${from}`)

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

/** A person’s sessions that are still good; `currentId` is the one that asks, from the address `from`. */
export async function sessionsOf(personId: string, currentId: string, from: string): Promise<SessionView[]> {
  return (await people.liveSessionsOf(await useDb(), personId, usedSince())).map((row) => ({
    id: row.id,
    browser: row.browser,
    system: row.system,
    kind: row.kind,
    way: row.way,
    isFromHere: row.from_hash === hashOfPlace(from),
    createdAt: new Date(row.created_at).toISOString(),
    lastSeenAt: new Date(row.last_seen_at).toISOString(),
    current: row.id === currentId,
  }))
}

/** Ends one of a person’s sessions. Throws `notFound` for anybody else’s. */
export async function endSession(personId: string, sessionId: string): Promise<void> {
  if (!(await people.revokeSession(await useDb(), personId, sessionId, realNow()))) throw problem('notFound')
}

/** Ends all sessions of a person but one. */
export const endOtherSessions = async (personId: string, keptId: string): Promise<void> =>
  people.revokeOtherSessions(await useDb(), personId, keptId, realNow())
