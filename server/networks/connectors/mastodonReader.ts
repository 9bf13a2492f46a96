import { runInThread } from '#server/platform/jobs/pool'
import { httpRequest, type HttpResponse } from '#server/platform/net/httpRequest'
import { plainTextsTask } from '#server/platform/pages/tasks'
import type { AccountAccess } from './connector'
import {
  bearer,
  fieldsOf,
  listIn,
  listOf,
  notTaken,
  objectField,
  textField,
  webField,
  wordsOf,
} from './outcome'
import { countField, type PostRead, type PostThere, type ResponseReader } from './reader'

type Status = Record<string, unknown>

/** The Mastodon-compatible REST API: several statuses in one call (from 4.3.0 on), else one after another. */
export const mastodonReader: ResponseReader = {
  atOnce: 20,

  async responses(account, posts) {
    const known = posts.length > 1 ? await severalStatuses(account, posts) : new Map<string, Status>()
    const reads: PostRead[] = []
    for (const post of posts) {
      const status = known.get(post.remoteId)
      reads.push(status ? toldIn(status) : await oneStatus(account, post))
    }
    return reads
  },

  async replies(account, { remoteId }) {
    const answer = await ask(account, `/api/v1/statuses/${encodeURIComponent(remoteId)}/context`)
    if (answer.status === 404) return []
    const replies = listIn(fieldsOf(need(answer)), 'descendants').filter(
      (status) =>
        textField(status, 'in_reply_to_id') === remoteId &&
        ['public', 'unlisted'].includes(textField(status, 'visibility') ?? ''),
    )
    const texts = await textsOf(account, replies)
    return replies.flatMap((status, at) => {
      const id = textField(status, 'id')
      const author = objectField(status, 'account')
      if (id === null || textField(author, 'id') === account.endpoint['accountId']) return []
      return [
        {
          remoteId: id,
          author: textField(author, 'display_name') ?? textField(author, 'acct') ?? '',
          text: texts[at]!,
          url: webField(status, 'url'),
          at: Date.parse(textField(status, 'created_at') ?? '') || 0,
        },
      ]
    })
  },

  async followers(account) {
    return countField(
      fieldsOf(need(await ask(account, '/api/v1/accounts/verify_credentials'))),
      'followers_count',
    )
  },

  async past(account, most) {
    const id = encodeURIComponent(account.endpoint['accountId'] ?? '')
    const found: Status[] = []
    while (found.length < most) {
      const query = new URLSearchParams({ limit: '40', exclude_reblogs: 'true', exclude_replies: 'true' })
      const before = textField(found.at(-1) ?? {}, 'id')
      if (before) query.set('max_id', before)
      const page =
        listOf(need(await ask(account, `/api/v1/accounts/${id}/statuses?${query.toString()}`))) ?? []
      if (page.length === 0) break
      found.push(...page)
    }
    const statuses = found.slice(0, most).filter((status) => textField(status, 'id') !== null)
    const texts = await textsOf(account, statuses)
    return statuses.map((status, at) => ({
      remoteId: textField(status, 'id')!,
      remoteUrl: webField(status, 'url'),
      at: Date.parse(textField(status, 'created_at') ?? '') || 0,
      text: texts[at]!,
      counts: countsIn(status),
    }))
  },
}

const ask = (account: AccountAccess, path: string): Promise<HttpResponse> =>
  httpRequest(new URL(path, account.endpoint['api']), { headers: bearer(account.token) })

/** An answer that may be read; throws NotTaken for any other. */
function need(answer: HttpResponse): HttpResponse {
  if (answer.status !== 200) throw notTaken(answer, textField(fieldsOf(answer), 'error'))
  return answer
}

/** `GET /api/v1/statuses?id[]=…`; empty where the server does not know it. */
async function severalStatuses(account: AccountAccess, posts: PostThere[]): Promise<Map<string, Status>> {
  const query = posts.map(({ remoteId }) => `id[]=${encodeURIComponent(remoteId)}`).join('&')
  const answer = await ask(account, `/api/v1/statuses?${query}`)
  if (answer.status === 401 || answer.status === 429 || answer.status === 503) need(answer)
  const statuses = answer.status === 200 ? (listOf(answer) ?? []) : []
  return new Map(statuses.map((status) => [textField(status, 'id') ?? '', status]))
}

async function oneStatus(account: AccountAccess, { remoteId }: PostThere): Promise<PostRead> {
  const answer = await ask(account, `/api/v1/statuses/${encodeURIComponent(remoteId)}`)
  const fields = fieldsOf(answer)
  if (answer.status === 404 || answer.status === 410) return { kind: 'gone' }
  if (answer.status === 200 && textField(fields, 'id') !== null) return toldIn(fields)
  // What is wrong with one post is said of that one; what stands in the way of all ends the turn.
  if (answer.status === 401 || answer.status === 429 || answer.status === 503)
    throw notTaken(answer, textField(fields, 'error'))
  return { kind: 'no-word', message: wordsOf(answer, textField(fields, 'error')) }
}

const toldIn = (status: Status): PostRead => ({ kind: 'told', counts: countsIn(status) })

const countsIn = (status: Status) => ({
  likes: countField(status, 'favourites_count'),
  reshares: countField(status, 'reblogs_count'),
  replies: countField(status, 'replies_count'),
  // From 4.5 on.
  quotes: countField(status, 'quotes_count'),
  views: null,
})

const textsOf = (account: AccountAccess, statuses: Status[]): Promise<string[]> =>
  runInThread(
    'background',
    [`host:${new URL(account.endpoint['api'] ?? '').hostname}`],
    plainTextsTask,
    statuses.map((status) => textField(status, 'content') ?? ''),
  )
