import { problem } from '../problem'
import { askOutside } from '../net/outside'
import type { Connector } from './connector'
import { fieldsOf, textField } from './outcome'
import { statedRules } from './rules'

const NOT_YET = 'Sending by the AT Protocol is not built yet.'

/**
 * The AT Protocol, so far for accounts and their proofs: the sign-in is checked, and the rules are those of the published lexicon
 * `app.bsky.feed.post` (300 graphemes, 3,000 bytes, four pictures of 2,000,000 bytes). Nothing is sent by it yet.
 */
export const atproto: Connector = {
  sends: false,

  async check(address, token) {
    const about = await askOutside(new URL('/xrpc/com.atproto.server.describeServer', address), { headers: { accept: 'application/json' } })
    if (about.status !== 200 || !Array.isArray(fieldsOf(about)['availableUserDomains'])) return null
    const name = /^\/(?:@|profile\/)([a-z0-9.-]+)/i.exec(address.pathname)?.[1] ?? ''
    const identifier = name.includes('.') ? name : `${name}.${address.hostname}`
    const answer = await askOutside(new URL('/xrpc/com.atproto.server.createSession', address), {
      method: 'POST',
      headers: { accept: 'application/json', 'content-type': 'application/json' },
      body: JSON.stringify({ identifier, password: token }),
    })
    if (answer.status === 400 || answer.status === 401) throw problem('tokenRefused', address.hostname).at('token')
    const session = fieldsOf(answer)
    const rules = statedRules({ ...LEXICON, id: address.hostname, name: nameOf(address.hostname) })!
    return {
      protocol: 'atproto',
      name: rules.name,
      handle: `@${textField(session, 'handle') ?? identifier}`,
      pageUrl: address.href,
      rules,
      endpoint: { api: address.origin, did: textField(session, 'did') ?? '' },
    }
  },

  publish: () => Promise.resolve({ kind: 'refused', says: NOT_YET }),
  find: () => Promise.resolve({ kind: 'no-word', says: NOT_YET }),
}

/** Servers of the protocol state no name of their own: the first part of the host, with a capital. */
const nameOf = (host: string): string => host.split('.')[0]!.replace(/^./, (first) => first.toUpperCase())

const LEXICON = {
  limit: 300,
  maxTextBytes: 3000,
  counting: 'graphemes',
  links: 'attached',
  linkPlaces: ['in-text'],
  media: { kinds: ['picture'], max: 4, maxBytes: 2_000_000, descriptions: 'wanted' },
}
