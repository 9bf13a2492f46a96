import type { Message } from '#core/message'
import { note, say } from '#shared/messages'
import { isShape, isText, readJson } from '#shared/platform/json'
import { httpRequest, type HttpResponse } from '#server/platform/net/httpRequest'
import type { AccountAccess, AskWith } from './connector'
import { bearer, beforePost, fieldsOf, notTaken, NotTaken, textField, wordsOf } from './outcome'

interface Session {
  access: string
  refresh: string
}
const isSession = isShape<Session>({ access: isText, refresh: isText })

/** The address of an XRPC method (atproto.com, HTTP API). */
export function xrpc(origin: string, method: string, query: Record<string, string> = {}): URL {
  const url = new URL(`/xrpc/${method}`, origin)
  for (const [name, value] of Object.entries(query)) url.searchParams.set(name, value)
  return url
}

/** Signs in (`com.atproto.server.createSession`), or says why the server refuses. */
export async function atprotoSession(
  origin: string,
  identifier: string,
  password: string,
): Promise<(Session & { did: string; handle: string }) | { refused: Message[] }> {
  const answer = await httpRequest(xrpc(origin, 'com.atproto.server.createSession'), {
    method: 'POST',
    headers: { accept: 'application/json', 'content-type': 'application/json' },
    body: JSON.stringify({ identifier, password }),
  })
  const fields = fieldsOf(answer)
  if (answer.status === 400 || answer.status === 401)
    return {
      refused: wordsOf(answer, textField(fields, 'message') ?? textField(fields, 'error')),
    }
  const session = sessionIn(answer)
  if (!session) throw notTaken(answer, textField(fields, 'message'))
  return {
    ...session,
    did: textField(fields, 'did') ?? '',
    handle: textField(fields, 'handle') ?? identifier,
  }
}

function sessionIn(answer: HttpResponse): Session | null {
  const fields = fieldsOf(answer)
  const [access, refresh] = [textField(fields, 'accessJwt'), textField(fields, 'refreshJwt')]
  return answer.status === 200 && access && refresh ? { access, refresh } : null
}

/** Whether an answer says that the session's token is over; nothing was done then. */
const isOver = ({ status, body }: Pick<HttpResponse, 'status' | 'body'>): boolean =>
  (status === 400 || status === 401) &&
  ['ExpiredToken', 'InvalidToken', 'invalid_token'].includes(textField(fieldsOf({ body }), 'error') ?? '')

class SessionOver extends Error {}

/**
 * For work with a session: an answer that says it is over ends the work, and it is begun anew with another
 * session.
 */
export function requireSession(answer: HttpResponse): HttpResponse {
  if (isOver(answer)) throw new SessionOver()
  return answer
}

/**
 * Does something with the account's session: the one that is kept, refreshed where it is over
 * (`refreshSession`), or a new one. Throws NotTaken, signed out, where the server does not accept the
 * password any more.
 */
export async function withSession<T>(account: AccountAccess, work: (ask: AskWith) => Promise<T>): Promise<T> {
  if (account.askBound) return withBoundToken(account.askBound, work)
  const kept = account.session === null ? null : readJson(account.session, isSession)
  if (kept) {
    try {
      return await work(askWith(kept.access))
    } catch (error) {
      if (!(error instanceof SessionOver)) throw error
    }
  }
  const session =
    (kept && (await beforePost(() => refreshed(account, kept)))) ?? (await beforePost(() => begun(account)))
  await account.keepSession(JSON.stringify(session))
  try {
    return await work(askWith(session.access))
  } catch (error) {
    if (error instanceof SessionOver)
      throw new NotTaken({
        kind: 'signed-out',
        message: [note('network.no-session')],
      })
    throw error
  }
}

const askWith =
  (token: string): AskWith =>
  (address, ask) =>
    httpRequest(address, { ...ask, headers: { ...bearer(token), ...ask.headers } })

/**
 * The same with the token of a sign-in: whoever sends renews it, so that one that is over is said to be so.
 */
async function withBoundToken<T>(askBound: AskWith, work: (ask: AskWith) => Promise<T>): Promise<T> {
  try {
    return await work(askBound)
  } catch (error) {
    if (!(error instanceof SessionOver)) throw error
    throw new NotTaken({ kind: 'signed-out', message: [note('network.token-over')] })
  }
}

async function refreshed(account: AccountAccess, { refresh }: Session): Promise<Session | null> {
  return sessionIn(
    await httpRequest(xrpc(account.endpoint['api'] ?? '', 'com.atproto.server.refreshSession'), {
      method: 'POST',
      headers: bearer(refresh),
    }),
  )
}

async function begun(account: AccountAccess): Promise<Session> {
  const session = await atprotoSession(
    account.endpoint['api'] ?? '',
    account.endpoint['identifier'] ?? account.endpoint['did'] ?? '',
    account.token,
  )
  if (!('refused' in session)) return { access: session.access, refresh: session.refresh }
  await account.keepSession(null)
  throw new NotTaken({
    kind: 'signed-out',
    message: [note('network.password-over'), note('network.said', { text: say(session.refused) })],
  })
}
