import { getHeader, useSession, type H3Event, type SessionConfig } from 'h3'
import type { Person } from '#shared/people/types'
import { keyFor } from '#server/platform/secrets'
import { endSession, openSession, personOfSession } from './people'
import { bearerOf } from '#server/platform/http/bearer'
import { settings } from '#server/platform/settings'
import { whereFrom } from '#server/platform/http/whereFrom'

interface Sealed {
  sessionId?: string
}

const MAX_AGE_SECONDS = 30 * 24 * 60 * 60

const isSecure = (): boolean => settings().publicUrl?.startsWith('https:') ?? false

const config = (): SessionConfig => ({
  // The prefix lets browsers take the cookie from this host over https alone (RFC 6265bis §4.1.3.2).
  name: isSecure() ? '__Host-quill' : 'quill',
  password: keyFor('cookies').toString('base64url'),
  maxAge: MAX_AGE_SECONDS,
  cookie: { httpOnly: true, sameSite: 'lax', path: '/', secure: isSecure() },
})

/**
 * Who this request comes from, by its sealed cookie and the live session row behind it; null for nobody. What
 * brings a token asks by that alone.
 */
export async function whoAsks(event: H3Event): Promise<{ person: Person; sessionId: string } | null> {
  if (bearerOf(event) !== null) return null
  const { data } = await useSession<Sealed>(event, config())
  const person = data.sessionId ? await personOfSession(data.sessionId) : null
  return person && data.sessionId ? { person, sessionId: data.sessionId } : null
}

/** Begins a session for a person in this browser. */
export async function signInAs(event: H3Event, person: Person): Promise<void> {
  const session = await useSession<Sealed>(event, config())
  await session.update({
    sessionId: await openSession(person.id, getHeader(event, 'user-agent') ?? null, whereFrom(event)),
  })
}

/** Ends this browser’s session, here and on the server. */
export async function signOut(event: H3Event): Promise<void> {
  const session = await useSession<Sealed>(event, config())
  const who = await whoAsks(event)
  if (who) await endSession(who.person.id, who.sessionId)
  await session.clear()
}
