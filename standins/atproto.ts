import { fieldsOf, html, json, nothing, type Ask, type Reply } from './http'
import type { Timeline } from './timeline'

/** A network that speaks the AT Protocol, so far its sign-in: describeServer and createSession (atproto.com, XRPC). */
export function answerAtproto(timeline: Timeline, ask: Ask): Reply {
  const { host, accounts } = timeline.network
  if (ask.path === '/xrpc/com.atproto.server.describeServer')
    return json({ did: `did:web:${host}`, availableUserDomains: [`.${host}`], inviteCodeRequired: true })
  if (ask.path === '/xrpc/com.atproto.server.createSession' && ask.method === 'POST') {
    const { identifier, password } = fieldsOf(ask)
    const account = accounts.find((one) => `${one.handle}.${host}` === identifier && one.token === password)
    if (!account) return json({ error: 'AuthenticationRequired', message: 'Invalid identifier or password' }, 401)
    return json({ did: `did:plc:${account.handle}`, handle: identifier, accessJwt: `access-${account.id}`, refreshJwt: `refresh-${account.id}` })
  }
  const page = timeline.page(ask.path)
  return page ? html(page) : nothing()
}
