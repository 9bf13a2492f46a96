import { runInThread } from '#server/platform/jobs/pool'
import { httpRequest } from '#server/platform/net/httpRequest'
import { readMentionsTask } from '#server/platform/pages/tasks'
import { bearer, fieldsOf, listIn, notTaken, objectField, textField, wordsOf } from './outcome'
import { NOTHING_TOLD, type PostRead, type PostThere, type ResponseReader } from './reader'
import { note } from '#shared/messages'
import type { Mentions } from '#server/platform/pages/readMentions'

/**
 * Micropub has no call for responses: they are read from the post's own page, where it states them by
 * microformats2 (`u-like`, `u-repost`, `u-comment` of its h-entry, microformats.org/wiki/h-entry).
 */
export const micropubReader: ResponseReader = {
  atOnce: 1,

  async responses(_account, posts, hasTold) {
    const reads: PostRead[] = []
    for (const post of posts) {
      const found = await mentionsOf(post)
      reads.push('kind' in found ? found : { kind: 'told', counts: countsOf(found, hasTold) })
    }
    return reads
  },

  async replies(_account, post) {
    const found = await mentionsOf(post)
    return 'kind' in found ? [] : found.comments
  },

  followers: () => Promise.resolve(null),

  async past(account, most) {
    const url = new URL(account.endpoint['micropub'] ?? '')
    url.searchParams.set('q', 'source')
    url.searchParams.set('limit', String(most))
    const answer = await httpRequest(url, { headers: bearer(account.token) })
    // Whether it lists posts is the server's own wish (Micropub, §3.7.2 knows one post by its address).
    if (answer.status === 400) return []
    if (answer.status !== 200) throw notTaken(answer, null)
    return listIn(fieldsOf(answer), 'items')
      .slice(0, most)
      .flatMap((item) => pastPost(objectField(item, 'properties')))
  },
}

function pastPost(properties: Record<string, unknown>) {
  const first = (name: string): string | null => {
    const [value] = Array.isArray(properties[name]) ? (properties[name] as unknown[]) : []
    if (typeof value === 'string') return value
    // A content may come as HTML with its plain form beside it.
    return typeof value === 'object' && value !== null
      ? textField(value as Record<string, unknown>, 'value')
      : null
  }
  const [url, at] = [first('url'), Date.parse(first('published') ?? '')]
  if (url === null || !URL.canParse(url) || Number.isNaN(at)) return []
  return [{ remoteId: url, remoteUrl: url, at, text: first('content') ?? '', counts: NOTHING_TOLD }]
}

async function mentionsOf({ remoteUrl }: PostThere): Promise<PostRead | Mentions> {
  if (remoteUrl === null) return { kind: 'no-word', message: [] }
  const answer = await httpRequest(remoteUrl, { headers: { accept: 'text/html' } })
  if (answer.status === 404 || answer.status === 410) return { kind: 'gone' }
  if (answer.status === 429 || answer.status === 503) throw notTaken(answer, null)
  if (answer.status !== 200) return { kind: 'no-word', message: wordsOf(answer, null) }
  const found = await runInThread('background', [`host:${new URL(remoteUrl).hostname}`], readMentionsTask, {
    body: answer.body,
    url: answer.url,
    contentType: answer.headers['content-type'] ?? null,
  })
  return found ?? { kind: 'no-word', message: [note('network.no-entry')] }
}

/**
 * A page of a network that tells of responses at all tells of none by saying nothing; of one that never told
 * of any that means nothing.
 */
function countsOf({ likes, reposts, comments }: Mentions, hasTold: boolean) {
  const tells = hasTold || likes + reposts + comments.length > 0
  return tells ? { ...NOTHING_TOLD, likes, reshares: reposts, replies: comments.length } : NOTHING_TOLD
}
