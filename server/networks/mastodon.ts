import type { NetworkRules } from '../../core/post'
import { plainText } from '../../core/text'
import { problem } from '../problem'
import { askOutside, type Answer } from '../net/outside'
import type { AccountAccess, Connector, Found, OutPicture, Outcome, Outgoing } from './connector'
import { fieldsOf, formOf, NotUploaded, outcomeOf, outcomeOfFailure, textField, uploadOutcome } from './outcome'
import { statedRules } from './rules'

/**
 * The Mastodon-compatible REST API. A status is sent with an `Idempotency-Key`, which servers remember for a limited time (about an
 * hour), so an uncertain one is looked for among the account's latest statuses before it is sent again with the same key.
 */
export const mastodon: Connector = {
  sends: true,

  async check(address, token) {
    const instance = await askOutside(new URL('/api/v2/instance', address), { headers: { accept: 'application/json' } })
    const about = fieldsOf(instance)
    if (instance.status !== 200 || !('configuration' in about)) return null
    const answer = await askOutside(new URL('/api/v1/accounts/verify_credentials', address), { headers: bearer(token) })
    const title = textField(about, 'title') ?? address.hostname
    if (answer.status === 401 || answer.status === 403) throw problem('tokenRefused', title).at('token')
    const account = fieldsOf(answer)
    return {
      protocol: 'mastodon',
      name: title,
      handle: `@${textField(account, 'acct') ?? textField(account, 'username') ?? ''}`,
      pageUrl: textField(account, 'url') ?? address.href,
      rules: rulesOf(about, title, address.hostname),
      endpoint: { api: address.origin, accountId: textField(account, 'id') ?? '' },
    }
  },

  async publish(account, post) {
    try {
      const mediaIds: string[] = []
      for (const picture of post.pictures) mediaIds.push(await upload(account, picture))
      const status = await postStatus(account, post.key, {
        status: post.text,
        visibility: post.audience ?? 'public',
        ...(mediaIds.length > 0 ? { media_ids: mediaIds } : {}),
        ...(post.language ? { language: post.language.slice(0, 2) } : {}),
      })
      if (status.kind !== 'done' || post.link?.place !== 'reply') return status
      // The key makes a repeat of the first harmless, so that a reply that failed can be tried again with all of it.
      const reply = await postStatus(account, `${post.key}-reply`, {
        status: post.link.url,
        visibility: post.audience ?? 'public',
        in_reply_to_id: status.remoteId,
      })
      if (reply.kind === 'done') return status
      return {
        kind: 'later',
        says: `The post is there; its first reply with the link is not. ${reply.says}`,
        waitMs: reply.kind === 'later' ? reply.waitMs : null,
      }
    } catch (error) {
      return error instanceof NotUploaded ? error.outcome : outcomeOfFailure(error)
    }
  },

  async find(account, post) {
    try {
      const url = new URL(`/api/v1/accounts/${encodeURIComponent(account.endpoint['accountId'] ?? '')}/statuses?limit=40`, account.endpoint['api'])
      return foundIn(await askOutside(url, { headers: bearer(account.token) }), post)
    } catch (error) {
      return { kind: 'no-word', says: error instanceof Error ? error.message : String(error) }
    }
  },
}

async function postStatus(account: AccountAccess, key: string, body: Record<string, unknown>): Promise<Outcome> {
  const answer = await askOutside(new URL('/api/v1/statuses', account.endpoint['api']), {
    method: 'POST',
    headers: { ...bearer(account.token), 'content-type': 'application/json', 'idempotency-key': key },
    body: JSON.stringify(body),
  })
  const status = fieldsOf(answer)
  const id = textField(status, 'id')
  if (answer.status === 200 && id) return { kind: 'done', remoteId: id, remoteUrl: textField(status, 'url') }
  return outcomeOf(answer, textField(status, 'error'))
}

/** Hands over a picture; 202 means that the server still works on it, and it may be named already. */
async function upload(account: AccountAccess, picture: OutPicture): Promise<string> {
  const { body, type } = await formOf(picture, picture.description ? { description: picture.description } : {})
  const headers = { ...bearer(account.token), 'content-type': type }
  const answer = await askOutside(new URL('/api/v2/media', account.endpoint['api']), { method: 'POST', headers, body })
  const fields = fieldsOf(answer)
  const id = textField(fields, 'id')
  if ((answer.status === 200 || answer.status === 202) && id) return id
  throw new NotUploaded(uploadOutcome(answer, textField(fields, 'error')))
}

/** Two clocks may differ by this much when statuses are compared by time. */
const CLOCK_SLACK_MS = 10 * 60_000

function foundIn(answer: Answer, post: Outgoing): Found {
  const statuses = listOf(answer)
  if (answer.status !== 200 || !statuses) return { kind: 'no-word', says: 'The network does not tell which posts it has.' }
  const wanted = comparable(post.text)
  const match = statuses.find((status) => {
    const isRecent = Date.parse(textField(status, 'created_at') ?? '') >= post.dueAt - CLOCK_SLACK_MS
    return isRecent && comparable(plainText(textField(status, 'content') ?? '')) === wanted
  })
  return match ? { kind: 'there', remoteId: textField(match, 'id') ?? '', remoteUrl: textField(match, 'url') } : { kind: 'not-there' }
}

const comparable = (text: string): string => text.normalize('NFC').replace(/\s+/g, ' ').trim()

function listOf(answer: Answer): Record<string, unknown>[] | null {
  try {
    const value: unknown = JSON.parse(new TextDecoder().decode(answer.body))
    return Array.isArray(value) ? (value as Record<string, unknown>[]) : null
  } catch {
    return null
  }
}

/** The limits a server states in `/api/v2/instance`, in the API's own field names. */
function rulesOf(about: Record<string, unknown>, name: string, host: string): NetworkRules {
  const configuration = about['configuration'] as { statuses?: Record<string, number>; media_attachments?: Record<string, number> }
  const { statuses = {}, media_attachments: media = {} } = configuration
  return statedRules({
    id: host,
    name,
    limit: statuses['max_characters'] ?? 500,
    counting: 'characters',
    linkLength: statuses['characters_reserved_per_url'] ?? 23,
    mentionCounts: 'local',
    links: 'in-text',
    linkPlaces: ['reply'],
    audiences: ['public', 'unlisted', 'private'],
    media: { kinds: ['picture'], max: statuses['max_media_attachments'] ?? 4, maxBytes: media['image_size_limit'] ?? 0, descriptions: 'wanted' },
  })!
}

const bearer = (token: string): Record<string, string> => ({ authorization: `Bearer ${token}`, accept: 'application/json' })
