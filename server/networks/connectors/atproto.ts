import { note, quoted } from '#shared/messages'
import { facetsOf, type Facet } from '#core/post'
import type { CheckedAccount } from '#shared/networks/types'
import { problem, ProblemError } from '#server/platform/http/problem'
import { httpRequest, type HttpResponse } from '#server/platform/net/httpRequest'
import { atprotoSession, requireSession, withSession, xrpc } from './atprotoSession'
import type { AccountAccess, AskWith, Connector, OutPicture, Outcome, Outgoing } from './connector'
import {
  beforePost,
  fieldsOf,
  notTaken,
  noWord,
  outcomeOf,
  outcomeOfFailure,
  textField,
  wordsOf,
  NotTaken,
} from './outcome'
import { identityAt } from '../signIn/identity'
import { statedRules } from './rules'
import { recordKeyOf } from './recordKey'

const COLLECTION = 'app.bsky.feed.post'

/**
 * The AT Protocol (atproto.com; lexicons `com.atproto.*` and `app.bsky.feed.post`). A record's key is made
 * from the delivery before anything is sent, so an uncertain one is simply looked up, and a second record
 * under it is refused by the server itself. The rules are those of the lexicon (300 graphemes, 3,000 bytes,
 * four pictures of 2,000,000 bytes): servers of the protocol state none of their own.
 */
export const atproto: Connector = {
  async check(address, token) {
    // A handle leads to its data server, which may be another's.
    const identity = await identityAt(address).catch(() => null)
    const server = identity?.server ?? address.origin
    const about = await httpRequest(xrpc(server, 'com.atproto.server.describeServer'), {
      headers: { accept: 'application/json' },
    })
    if (about.status !== 200 || !Array.isArray(fieldsOf(about)['availableUserDomains'])) return null
    const name = /^\/(?:@|profile\/)([a-z0-9.-]+)/i.exec(address.pathname)?.[1] ?? ''
    const identifier = identity?.handle ?? (name.includes('.') ? name : `${name}.${address.hostname}`)
    const session = await atprotoSession(server, identifier, token)
    if ('refused' in session) throw problem('tokenRefused', address.hostname).at('token')
    return atprotoFacts(address, { server, did: session.did, handle: session.handle })
  },

  async publish(account, post) {
    try {
      return await withSession(account, async (ask) => {
        const record = await recordOf(account, post, ask)
        const body = {
          repo: account.endpoint['did'],
          collection: COLLECTION,
          rkey: recordKeyOf(post),
          record,
        }
        return posted(account, post, await call(account, ask, 'com.atproto.repo.createRecord', body))
      })
    } catch (error) {
      return outcomeOfFailure(error)
    }
  },

  async find(account, post) {
    try {
      const { api = '', did = '' } = account.endpoint
      const rkey = recordKeyOf(post)
      // Records are public: asking for one needs no session.
      const answer = await httpRequest(
        xrpc(api, 'com.atproto.repo.getRecord', { repo: did, collection: COLLECTION, rkey }),
        { headers: { accept: 'application/json' } },
      )
      const uri = textField(fieldsOf(answer), 'uri')
      if (answer.status === 200 && uri)
        return { kind: 'there', remoteId: uri, remoteUrl: pageOf(account, rkey), isWhole: true }
      if (textField(fieldsOf(answer), 'error') === 'RecordNotFound') return { kind: 'not-there' }
      return { kind: 'no-word', message: wordsOf(answer, whyOf(answer)) }
    } catch (error) {
      return noWord(error)
    }
  },

  async remove(account, { remoteId }) {
    try {
      return await withSession(account, async (ask) => {
        const rkey = remoteId.split('/').at(-1)
        const answer = await call(account, ask, 'com.atproto.repo.deleteRecord', {
          repo: account.endpoint['did'],
          collection: COLLECTION,
          rkey,
        })
        return answer.status === 200
          ? { kind: 'done' as const }
          : { kind: 'failed' as const, message: wordsOf(answer, whyOf(answer)) }
      })
    } catch (error) {
      if (error instanceof NotTaken) return { kind: 'failed', message: error.messages }
      if (error instanceof ProblemError) return { kind: 'failed', message: [error.reason] }
      if (error instanceof Error) return { kind: 'failed', message: [quoted(error.message)] }
      throw error
    }
  },
}

/** An account as its identity tells of it; `address` is where its page is. */
export function atprotoFacts(
  address: URL,
  { server, did, handle }: { server: string; did: string; handle: string },
): CheckedAccount & { endpoint: Record<string, string> } {
  const { hostname } = new URL(server)
  const rules = statedRules({ ...LEXICON, id: hostname, name: nameOf(hostname) })!
  return {
    protocol: 'atproto',
    name: rules.name,
    handle: `@${handle}`,
    pageUrl: address.href,
    rules,
    endpoint: { api: server, did, identifier: handle },
  }
}

const whyOf = (answer: HttpResponse): string | null =>
  textField(fieldsOf(answer), 'message') ?? textField(fieldsOf(answer), 'error')

async function call(
  account: AccountAccess,
  ask: AskWith,
  method: string,
  body: unknown,
): Promise<HttpResponse> {
  return requireSession(
    await ask(xrpc(account.endpoint['api'] ?? '', method), {
      method: 'POST',
      headers: { 'content-type': 'application/json', accept: 'application/json' },
      body: JSON.stringify(body),
    }),
  )
}

function posted(account: AccountAccess, post: Outgoing, answer: HttpResponse): Outcome {
  const uri = textField(fieldsOf(answer), 'uri')
  if (answer.status === 200 && uri)
    return { kind: 'done', remoteId: uri, remoteUrl: pageOf(account, recordKeyOf(post)) }
  // A record of this key is there: it can only be this post.
  if (/already exists|RecordAlreadyExists/i.test(whyOf(answer) ?? ''))
    return { kind: 'unknown', message: [note('network.has-key')] }
  return outcomeOf(answer, whyOf(answer))
}

/** A post's page, as the account's own page lies: addresses of pages are each server's own. */
const pageOf = (account: AccountAccess, rkey: string): string =>
  `${account.pageUrl.replace(/\/$/, '')}/${rkey}`

/** The record of a post, as the lexicon `app.bsky.feed.post` describes it. */
async function recordOf(
  account: AccountAccess,
  post: Outgoing,
  ask: AskWith,
): Promise<Record<string, unknown>> {
  const facets = await facetsFor(account, post)
  const embed = await embedOf(account, post, ask)
  return {
    $type: COLLECTION,
    text: post.text,
    createdAt: new Date(post.dueAt).toISOString(),
    ...(post.language ? { langs: [post.language] } : {}),
    ...(facets.length > 0 ? { facets } : {}),
    ...(embed ? { embed } : {}),
  }
}

async function facetsFor(account: AccountAccess, post: Outgoing): Promise<Record<string, unknown>[]> {
  const found: Record<string, unknown>[] = []
  for (const facet of facetsOf(post.text, post.link?.place === 'in-text' ? [post.link.url] : [])) {
    const feature = await featureOf(account, facet)
    if (feature)
      found.push({ index: { byteStart: facet.byteStart, byteEnd: facet.byteEnd }, features: [feature] })
  }
  return found
}

/** What a facet means there. A handle that the server does not know stays plain text. */
async function featureOf(
  account: AccountAccess,
  { kind, value }: Facet,
): Promise<Record<string, string> | null> {
  if (kind === 'link') return { $type: 'app.bsky.richtext.facet#link', uri: value }
  if (kind === 'hashtag') return { $type: 'app.bsky.richtext.facet#tag', tag: value }
  const answer = await beforePost(() =>
    httpRequest(
      xrpc(account.endpoint['api'] ?? '', 'com.atproto.identity.resolveHandle', { handle: value }),
      { headers: { accept: 'application/json' } },
    ),
  )
  const did = textField(fieldsOf(answer), 'did')
  return answer.status === 200 && did ? { $type: 'app.bsky.richtext.facet#mention', did } : null
}

/** Pictures, or else a card of the link: a record has one of the two. */
async function embedOf(
  account: AccountAccess,
  post: Outgoing,
  ask: AskWith,
): Promise<Record<string, unknown> | null> {
  if (post.pictures.length > 0) {
    const images: Record<string, unknown>[] = []
    for (const picture of post.pictures) {
      const { width, height } = picture
      images.push({
        image: await beforePost(() => uploadBlob(account, picture, ask)),
        alt: picture.description ?? '',
        aspectRatio: { width, height },
      })
    }
    return { $type: 'app.bsky.embed.images', images }
  }
  if (post.link?.place !== 'attached') return null
  const { url, title, description } = post.link
  return {
    $type: 'app.bsky.embed.external',
    external: { uri: url, title: title ?? url, description: description ?? '' },
  }
}

async function uploadBlob(account: AccountAccess, picture: OutPicture, ask: AskWith): Promise<unknown> {
  const answer = requireSession(
    await ask(xrpc(account.endpoint['api'] ?? '', 'com.atproto.repo.uploadBlob'), {
      method: 'POST',
      headers: { 'content-type': picture.type, accept: 'application/json' },
      body: picture.content,
    }),
  )
  const { blob } = fieldsOf(answer)
  if (answer.status === 200 && blob) return blob
  throw notTaken(answer, whyOf(answer))
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
