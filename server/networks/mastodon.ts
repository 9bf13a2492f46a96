import type { NetworkRules } from '../../core/post'
import { plainText } from '../../core/text'
import { problem } from '../problem'
import { askOutside, type Answer } from '../net/outside'
import type { Connector, Found, Outgoing } from './connector'
import { fieldsOf, outcomeOf, outcomeOfFailure, textField } from './outcome'
import { statedRules } from './rules'

/**
 * The Mastodon-compatible REST API. A status is sent with an `Idempotency-Key`, which servers remember for a limited time (about an
 * hour), so an uncertain one is looked for among the account's latest statuses before it is sent again with the same key.
 */
export const mastodon: Connector = {
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
      const answer = await askOutside(new URL('/api/v1/statuses', account.endpoint['api']), {
        method: 'POST',
        headers: { ...bearer(account.token), 'content-type': 'application/json', 'idempotency-key': post.key },
        body: JSON.stringify({ status: post.text, visibility: 'public', ...(post.language ? { language: post.language.slice(0, 2) } : {}) }),
      })
      const status = fieldsOf(answer)
      const id = textField(status, 'id')
      if (answer.status === 200 && id) return { kind: 'done', remoteId: id, remoteUrl: textField(status, 'url') }
      return outcomeOf(answer, textField(status, 'error'))
    } catch (error) {
      return outcomeOfFailure(error)
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
    media: { kinds: ['picture'], max: statuses['max_media_attachments'] ?? 4, maxBytes: media['image_size_limit'] ?? 0, descriptions: 'wanted' },
  })!
}

const bearer = (token: string): Record<string, string> => ({ authorization: `Bearer ${token}`, accept: 'application/json' })
