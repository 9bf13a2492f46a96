import { getHeader, useSession, type H3Event, type SessionConfig } from 'h3'
import { MINUTE } from '#core/instant'
import type { Person, SignInWay } from '#shared/people/types'
import { realNow } from '#server/platform/clock'
import { problem } from '#server/platform/http/problem'
import { keyFor } from '#server/platform/secrets'
import { endSession, openSession, personOfSession } from './sessions'
import { bearerOf } from '#server/platform/http/bearer'
import { settings } from '#server/platform/settings'
import { whereFrom } from '#server/platform/http/whereFrom'

interface Sealed {
  sessionId?: string | undefined
  /** The first step of a sign-in was right; a code is wanted besides. */
  firstStep?: FirstStep | undefined
}

interface FirstStep {
  personId: string
  /** Of which password it was. */
  mark: string
  until: number
}

/** So long a code may follow. */
const CODE_MS = 5 * MINUTE

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
export async function signInAs(event: H3Event, person: Person, way: SignInWay): Promise<void> {
  const session = await useSession<Sealed>(event, config())
  const sessionId = await openSession(person.id, {
    userAgent: getHeader(event, 'user-agent') ?? null,
    from: whereFrom(event),
    way,
  })
  await session.update({ sessionId, firstStep: undefined })
}

/** Keeps in this browser, sealed, that the password was right, for as long as a code may follow. */
export async function keepFirstStep(event: H3Event, personId: string, mark: string): Promise<void> {
  const session = await useSession<Sealed>(event, config())
  await session.update({ firstStep: { personId, mark, until: realNow() + CODE_MS } })
}

/** The first step that this browser did. Throws `signInOver` where it is too long ago, or there was none. */
export async function firstStepOf(event: H3Event): Promise<FirstStep> {
  const { data } = await useSession<Sealed>(event, config())
  if (!data.firstStep || data.firstStep.until < realNow()) throw problem('signInOver')
  return data.firstStep
}

/** Ends this browser’s session, here and on the server. */
export async function signOut(event: H3Event): Promise<void> {
  const session = await useSession<Sealed>(event, config())
  const who = await whoAsks(event)
  if (who) await endSession(who.person.id, who.sessionId)
  await session.clear()
}
