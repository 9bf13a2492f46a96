import { httpRequest, type HttpResponse } from '#server/platform/net/httpRequest'
import { requireSession, withSession, xrpc } from './atprotoSession'
import type { AccountAccess } from './connector'
import { fieldsOf, listIn, notTaken, objectField, textField, wordsOf } from './outcome'
import { countField, type PostRead, type PostThere, type ResponseReader } from './reader'

type Fields = Record<string, unknown>

/** The AT Protocol: `app.bsky.*`, asked of the account's own server, which passes it on. */
export const atprotoReader: ResponseReader = {
  // The lexicon's own limit of `getPosts`.
  atOnce: 25,

  async responses(account, posts) {
    const answer = await ask(
      account,
      'app.bsky.feed.getPosts',
      posts.map(({ remoteId }) => ['uris', remoteId]),
    )
    const known = new Map(
      listIn(fieldsOf(answer), 'posts').map((post) => [textField(post, 'uri') ?? '', post]),
    )
    const reads: PostRead[] = []
    for (const post of posts) {
      const found = known.get(post.remoteId)
      reads.push(found ? { kind: 'told', counts: countsIn(found) } : await whetherGone(account, post))
    }
    return reads
  },

  async replies(account, { remoteId }) {
    const answer = await ask(account, 'app.bsky.feed.getPostThread', [
      ['uri', remoteId],
      ['depth', '1'],
      ['parentHeight', '0'],
    ])
    return listIn(objectField(fieldsOf(answer), 'thread'), 'replies').flatMap((reply) => {
      const post = objectField(reply, 'post')
      const author = objectField(post, 'author')
      const uri = textField(post, 'uri')
      if (uri === null || textField(author, 'did') === account.endpoint['did']) return []
      return [
        {
          remoteId: uri,
          author: textField(author, 'displayName') ?? textField(author, 'handle') ?? '',
          text: textField(objectField(post, 'record'), 'text') ?? '',
          url: null,
          at: Date.parse(textField(post, 'indexedAt') ?? '') || 0,
        },
      ]
    })
  },

  async followers(account) {
    const actor = account.endpoint['did'] ?? ''
    return countField(
      fieldsOf(await ask(account, 'app.bsky.actor.getProfile', [['actor', actor]])),
      'followersCount',
    )
  },

  async past(account, most) {
    const answer = await ask(account, 'app.bsky.feed.getAuthorFeed', [
      ['actor', account.endpoint['did'] ?? ''],
      ['filter', 'posts_no_replies'],
      ['limit', String(Math.min(100, most))],
    ])
    return listIn(fieldsOf(answer), 'feed').flatMap((entry) => {
      const post = objectField(entry, 'post')
      const uri = textField(post, 'uri')
      // With a reason it is somebody else's, passed on.
      if (uri === null || 'reason' in entry) return []
      const record = objectField(post, 'record')
      return [
        {
          remoteId: uri,
          remoteUrl: null,
          at: Date.parse(textField(record, 'createdAt') ?? '') || 0,
          text: textField(record, 'text') ?? '',
          counts: countsIn(post),
        },
      ]
    })
  },
}

async function ask(account: AccountAccess, method: string, query: string[][]): Promise<HttpResponse> {
  return withSession(account, async (asked) => {
    const url = xrpc(account.endpoint['api'] ?? '', method)
    for (const [name = '', value = ''] of query) url.searchParams.append(name, value)
    const answer = requireSession(
      await asked(url, { method: 'GET', headers: { accept: 'application/json' } }),
    )
    if (answer.status !== 200) throw notTaken(answer, whyIn(answer))
    return answer
  })
}

const whyIn = (answer: HttpResponse): string | null =>
  textField(fieldsOf(answer), 'message') ?? textField(fieldsOf(answer), 'error')

/** What shows posts may be behind what keeps them: only the record itself says that it is gone. */
async function whetherGone(account: AccountAccess, { remoteId }: PostThere): Promise<PostRead> {
  const [, repo = '', collection = '', rkey = ''] = /^at:\/\/([^/]+)\/([^/]+)\/([^/]+)$/.exec(remoteId) ?? []
  const answer = await httpRequest(
    xrpc(account.endpoint['api'] ?? '', 'com.atproto.repo.getRecord', { repo, collection, rkey }),
    { headers: { accept: 'application/json' } },
  )
  return textField(fieldsOf(answer), 'error') === 'RecordNotFound'
    ? { kind: 'gone' }
    : { kind: 'no-word', message: wordsOf(answer, whyIn(answer)) }
}

const countsIn = (post: Fields) => ({
  likes: countField(post, 'likeCount'),
  reshares: countField(post, 'repostCount'),
  replies: countField(post, 'replyCount'),
  quotes: countField(post, 'quoteCount'),
  views: null,
})
