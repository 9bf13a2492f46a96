import { note } from '#shared/messages'
import { plainTextsTask } from '#server/platform/pages/tasks'
import { setTimeout as pause } from 'node:timers/promises'
import type { NetworkRules } from '#core/post'
import { problem } from '#server/platform/http/problem'
import { httpRequest } from '#server/platform/net/httpRequest'
import { runInThread } from '#server/platform/jobs/pool'
import type { AccountAccess, Connector, Found, OutPicture, Outcome, Outgoing } from './connector'
import {
  bearer,
  beforePost,
  CLOCK_SLACK_MS,
  fieldsOf,
  formOf,
  listOf,
  notTaken,
  NotTaken,
  noWord,
  objectField,
  outcomeOf,
  outcomeOfFailure,
  textField,
  webField,
  waitOf,
  wordsOf,
} from './outcome'
import { statedRules } from './rules'

/**
 * The Mastodon-compatible REST API. A status is sent with an `Idempotency-Key`, which servers remember for a
 * limited time (about an hour), so an uncertain one is looked for among the account's latest statuses before
 * it is sent again with the same key.
 */
export const mastodon: Connector = {
  async check(address, token) {
    const about = await mastodonInstance(address)
    if (!about) return null
    const answer = await httpRequest(new URL('/api/v1/accounts/verify_credentials', address), {
      headers: bearer(token),
    })
    const title = textField(about, 'title') ?? address.hostname
    if (answer.status === 401 || answer.status === 403) throw problem('tokenRefused', title).at('token')
    const account = fieldsOf(answer)
    return {
      protocol: 'mastodon',
      name: title,
      handle: `@${textField(account, 'acct') ?? textField(account, 'username') ?? ''}`,
      pageUrl: webField(account, 'url') ?? address.href,
      rules: rulesOf(about, title, address.hostname),
      endpoint: { api: address.origin, accountId: textField(account, 'id') ?? '' },
    }
  },

  async publish(account, post) {
    try {
      const status = post.there ? { kind: 'done' as const, ...post.there } : await postItself(account, post)
      if (status.kind !== 'done' || post.link?.place !== 'reply') return status
      return await postReply(account, post, status)
    } catch (error) {
      return outcomeOfFailure(error)
    }
  },

  async find(account, post) {
    try {
      return await foundInStatuses(account, post)
    } catch (error) {
      return noWord(error)
    }
  },

  async remove(account, { remoteId }) {
    const answer = await httpRequest(api(account, `/api/v1/statuses/${encodeURIComponent(remoteId)}`), {
      method: 'DELETE',
      headers: bearer(account.token),
    })
    if (answer.status === 200 || answer.status === 404 || answer.status === 410) return { kind: 'done' }
    return {
      kind: 'failed',
      message: wordsOf(answer, textField(fieldsOf(answer), 'error')),
    }
  },
}

/** What a server says of itself where it is Mastodon-compatible (`/api/v2/instance`); null for any other. */
export async function mastodonInstance(address: URL): Promise<Record<string, unknown> | null> {
  const instance = await httpRequest(new URL('/api/v2/instance', address), {
    headers: { accept: 'application/json' },
  })
  const about = fieldsOf(instance)
  return instance.status === 200 && 'configuration' in about ? about : null
}

const api = (account: AccountAccess, path: string): URL => new URL(path, account.endpoint['api'])

async function postItself(account: AccountAccess, post: Outgoing): Promise<Outcome> {
  const mediaIds: string[] = []
  for (const picture of post.pictures) mediaIds.push(await beforePost(() => upload(account, picture)))
  return postStatus(account, post.key, {
    status: post.text,
    visibility: post.audience ?? 'public',
    ...(mediaIds.length > 0 ? { media_ids: mediaIds } : {}),
    ...(post.language ? { language: post.language.slice(0, 2) } : {}),
  })
}

/**
 * The first reply with the link. The key makes a repeat of it harmless; without it the post is there in part.
 */
async function postReply(
  account: AccountAccess,
  post: Outgoing,
  status: { remoteId: string; remoteUrl: string | null },
): Promise<Outcome> {
  const { remoteId, remoteUrl } = status
  const body = { status: post.link!.url, visibility: post.audience ?? 'public', in_reply_to_id: remoteId }
  const reply = await postStatus(account, `${post.key}-reply`, body).catch(outcomeOfFailure)
  switch (reply.kind) {
    case 'done':
      return { kind: 'done', remoteId, remoteUrl }
    case 'unknown':
      return { kind: 'unknown', message: reply.message, remoteId }
    case 'later':
      return {
        kind: 'part',
        remoteId,
        remoteUrl,
        message: reply.message,
        waitMs: reply.waitMs,
        isForGood: false,
      }
    default:
      return {
        kind: 'part',
        remoteId,
        remoteUrl,
        message: 'message' in reply ? reply.message : [],
        waitMs: null,
        isForGood: true,
      }
  }
}

async function postStatus(
  account: AccountAccess,
  key: string,
  body: Record<string, unknown>,
): Promise<Outcome> {
  const answer = await httpRequest(api(account, '/api/v1/statuses'), {
    method: 'POST',
    headers: { ...bearer(account.token), 'content-type': 'application/json', 'idempotency-key': key },
    body: JSON.stringify(body),
  })
  const status = fieldsOf(answer)
  const id = textField(status, 'id')
  if (answer.status !== 200 || !id) return outcomeOf(answer, textField(status, 'error'))
  // The server says how many more it takes in its window: with none left, what comes next waits for the
  // window's end.
  const pauseMs = answer.headers['x-ratelimit-remaining'] === '0' ? waitOf(answer) : null
  return {
    kind: 'done',
    remoteId: id,
    remoteUrl: webField(status, 'url'),
    ...(pauseMs === null ? {} : { pauseMs }),
  }
}

/** How often, and after which pause, a picture that the server still works on is asked about. */
const LOOKS = 20
const LOOK_PAUSE_MS = 500

/**
 * Hands over a picture with its description and focus. 202 means that the server still works on it: it may be
 * named only when it is ready.
 */
async function upload(account: AccountAccess, picture: OutPicture): Promise<string> {
  const { body, type } = await formOf(picture, {
    ...(picture.description ? { description: picture.description } : {}),
    ...(picture.focus ? { focus: `${picture.focus.x.toFixed(2)},${picture.focus.y.toFixed(2)}` } : {}),
  })
  const answer = await httpRequest(api(account, '/api/v2/media'), {
    method: 'POST',
    headers: { ...bearer(account.token), 'content-type': type },
    body,
  })
  const fields = fieldsOf(answer)
  const id = textField(fields, 'id')
  if (!id || (answer.status !== 200 && answer.status !== 202))
    throw notTaken(answer, textField(fields, 'error'))
  if (answer.status === 202) await ready(account, id)
  return id
}

async function ready(account: AccountAccess, id: string): Promise<void> {
  for (let look = 0; look < LOOKS; look++) {
    const answer = await httpRequest(api(account, `/api/v1/media/${encodeURIComponent(id)}`), {
      headers: bearer(account.token),
    })
    if (answer.status === 200) return
    if (answer.status !== 206) throw notTaken(answer, textField(fieldsOf(answer), 'error'))
    await pause(LOOK_PAUSE_MS)
  }
  throw new NotTaken({ kind: 'later', message: [note('network.works-on-picture')], waitMs: null })
}

/** Pages of 40 statuses that are looked through at most. */
const PAGES = 25

/** Looks through the account's statuses, newest first, back to before the post was due. */
async function foundInStatuses(account: AccountAccess, post: Outgoing): Promise<Found> {
  const recent: ReadStatus[] = []
  for (let page = 0; page < PAGES; page++) {
    const before = textField(recent.at(-1) ?? {}, 'id')
    const url = api(
      account,
      `/api/v1/accounts/${encodeURIComponent(account.endpoint['accountId'] ?? '')}/statuses?limit=40&exclude_reblogs=true`,
    )
    if (before) url.searchParams.set('max_id', before)
    const answer = await httpRequest(url, { headers: bearer(account.token) })
    const statuses = listOf(answer)
    if (answer.status !== 200 || !statuses) return { kind: 'no-word', message: wordsOf(answer, null) }
    recent.push(
      ...(await read(
        account,
        statuses.filter((status) => isRecent(status, post)),
      )),
    )
    const found = foundIn(recent, post)
    if (
      statuses.length === 0 ||
      statuses.some((status) => !isRecent(status, post)) ||
      (found.kind === 'there' && found.isWhole)
    )
      return found
  }
  return { kind: 'cant-ask', message: [note('network.more-posts')] }
}

const isRecent = (status: Record<string, unknown>, post: Outgoing): boolean =>
  Date.parse(textField(status, 'created_at') ?? '') >= post.dueAt - CLOCK_SLACK_MS

/** A status and its text as a person reads it. */
type ReadStatus = Record<string, unknown> & { text: string }

async function read(account: AccountAccess, statuses: Record<string, unknown>[]): Promise<ReadStatus[]> {
  const texts = await runInThread(
    'background',
    [`host:${api(account, '/').hostname}`],
    plainTextsTask,
    statuses.map((status) => textField(status, 'content') ?? ''),
  )
  return statuses.map((status, at) => ({ ...status, text: comparable(texts[at]!) }))
}

function foundIn(statuses: ReadStatus[], post: Outgoing): Found {
  const hasText = (text: string) => (status: ReadStatus) => status.text === comparable(text)
  const match =
    statuses.find(hasText(post.text)) ??
    statuses.find((status) => textField(status, 'id') === post.there?.remoteId)
  const remoteId = textField(match ?? {}, 'id')
  if (!match || remoteId === null) return { kind: 'not-there' }
  const isWhole =
    post.link?.place !== 'reply' ||
    statuses.some(
      (status) => textField(status, 'in_reply_to_id') === remoteId && hasText(post.link!.url)(status),
    )
  return { kind: 'there', remoteId, remoteUrl: webField(match, 'url'), isWhole }
}

const comparable = (text: string): string => text.normalize('NFC').replace(/\s+/g, ' ').trim()

/** The limits a server states in `/api/v2/instance`, in the API's own field names. */
function rulesOf(about: Record<string, unknown>, name: string, host: string): NetworkRules {
  const configuration = objectField(about, 'configuration')
  const statuses = objectField(configuration, 'statuses') as Record<string, number>
  const media = objectField(configuration, 'media_attachments') as Record<string, number>
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
    media: {
      kinds: ['picture'],
      max: statuses['max_media_attachments'] ?? 4,
      maxBytes: media['image_size_limit'] ?? 0,
      descriptions: 'wanted',
    },
  })!
}
