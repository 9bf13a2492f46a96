import { randomBytes } from 'node:crypto'
import { v7 as uuid } from 'uuid'
import { toInstant } from '#core/instant'
import { say } from '#shared/messages'
import { readTexts } from '#shared/platform/json'
import { LIMITS } from '#shared/platform/limits'
import type { Undoable } from '#shared/platform/types'
import {
  RECIPIENT_EVENTS,
  type RecipientEvent,
  type RecipientKind,
  type RecipientsView,
  type RecipientView,
  type WithSecret,
} from '#shared/recipients/types'
import { micropubEndpoint } from '#server/networks'
import { askToConfirm, confirmedOf, settleNotices } from '#server/notices'
import { brandById, nextPosition } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { messagesOf } from '#server/platform/db/messages'
import { problem, ProblemError } from '#server/platform/http/problem'
import { routeTo, webAddress } from '#server/platform/net/address'
import { newWebhookSecret } from '#server/platform/net/webhookSignature'
import { seal } from '#server/platform/secrets'
import { settings } from '#server/platform/settings'
import { recipientFeedAddress } from './address'
import { countWaiting } from './queries/dispatches'
import * as store from './queries/recipients'
import type { RecipientRow } from './rows'

/** Where a brand hands things on to, in its order. */
export async function recipientsView(brandId: string): Promise<RecipientsView> {
  const db = await useDb()
  const rows = await store.recipientsOf(db, brandId)
  const waiting = await countWaiting(
    db,
    rows.map(({ id }) => id),
  )
  const mail = [...new Set(rows.flatMap((row) => readTexts(row.mail_json)))]
  const confirmed = new Set(await confirmedOf(db, brandId, mail))
  return {
    recipients: rows.map((row) => viewOf(row, waiting.get(row.id) ?? 0, confirmed)),
    canMail: settings().smtp !== null,
  }
}

const readEvents = ({ events_json }: RecipientRow): RecipientEvent[] => {
  const kept = readTexts(events_json)
  return RECIPIENT_EVENTS.filter((event) => kept.includes(event))
}
/** Only a webhook hears of more than what is handed on. */
const eventsJson = ({ kind, events }: Pick<RecipientInput, 'kind' | 'events'>): string =>
  JSON.stringify(kind === 'webhook' ? events : [])

function viewOf(row: RecipientRow, waiting: number, confirmed: ReadonlySet<string>): RecipientView {
  const mail = readTexts(row.mail_json)
  return {
    ...{ id: row.id, name: row.name, kind: row.kind, host: row.host, mail, waiting, version: row.version },
    unconfirmed: mail.filter((address) => !confirmed.has(address)),
    events: readEvents(row),
    feed: recipientFeedAddress(row),
    message: say(messagesOf(row.message)),
    retryAt: row.retry_at === null ? null : toInstant(row.retry_at),
    lastAt: row.last_at === null ? null : toInstant(row.last_at),
  }
}

export interface RecipientInput {
  name: string
  kind: RecipientKind
  address: string
  token: string
  mail: string[]
  events: RecipientEvent[]
}

type Way = Pick<RecipientRow, 'host' | 'address_sealed' | 'token_sealed' | 'mail_json' | 'nonce'>
const NO_WAY: Way = { host: '', address_sealed: null, token_sealed: null, mail_json: '[]', nonce: null }

/** What a row holds of where it leads. Asks what a notes store's page says. Throws at the field. */
async function wayOf({
  kind,
  address,
  token,
  mail,
}: Omit<RecipientInput, 'events'>): Promise<Way & WithSecret> {
  switch (kind) {
    case 'webhook': {
      const url = await openAddress(address)
      const secret = newWebhookSecret()
      return {
        ...{ ...NO_WAY, secret, host: url.hostname, address_sealed: seal(url.href) },
        token_sealed: seal(secret),
      }
    }
    case 'notes': {
      const endpoint = await notesEndpoint(address, token)
      return {
        ...{ ...NO_WAY, secret: null, host: new URL(endpoint).hostname },
        ...{ address_sealed: seal(endpoint), token_sealed: seal(token) },
      }
    }
    case 'mail':
      return { ...NO_WAY, secret: null, mail_json: JSON.stringify(mail) }
    case 'feed':
      return { ...NO_WAY, secret: null, nonce: randomBytes(16).toString('hex') }
  }
}

async function atField<T>(field: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    throw error instanceof ProblemError && !error.body.errors ? error.at(field) : error
  }
}

const openAddress = (address: string): Promise<URL> =>
  atField('address', async () => {
    const url = webAddress(address)
    await routeTo(url)
    return url
  })

const notesEndpoint = (address: string, token: string): Promise<string> =>
  atField('address', async () => {
    const endpoint = await micropubEndpoint(webAddress(address), token)
    if (endpoint === null) throw problem('noNotesStore', webAddress(address).hostname)
    return endpoint
  })

/**
 * Adds a recipient; a webhook's secret comes back, and is never given out again. Throws
 * `tooManyRecipients`, and at their fields what is wrong with an address. `origin`: where a letter that asks
 * whether mail may come leads.
 */
export async function addRecipient(
  actor: Actor,
  input: RecipientInput,
  origin: string,
): Promise<Undoable & WithSecret & { id: string }> {
  const { secret, ...way } = await wayOf(input)
  const id = uuid()
  const { historyId } = await changeUndoably(actor, 'recipient', id, async (db, tracked) => {
    const { recipients } = LIMITS.recipients.most
    if ((await store.recipientsOf(db, actor.brandId)).length >= recipients)
      throw problem('tooManyRecipients', recipients)
    await tracked.insert(
      'recipients',
      { id },
      {
        ...{
          brand_id: actor.brandId,
          name: input.name,
          kind: input.kind,
          ...way,
          events_json: eventsJson(input),
        },
        ...{ created_by: actor.personId, created_at: now() },
        position: await nextPosition(db, 'recipients', actor.brandId),
      },
    )
  })
  await ask(actor, input, origin)
  return { id, historyId, secret }
}

async function ask(
  actor: Actor,
  { kind, mail }: Pick<RecipientInput, 'kind' | 'mail'>,
  origin: string,
): Promise<void> {
  const brand = kind === 'mail' && (await brandById(await useDb(), actor.brandId))
  if (brand) await askToConfirm(brand, mail, origin)
}

/** Addresses that a brand's recipients want mail at. */
export const wantedForRecipients = async (db: Db, brandId: string): Promise<string[]> =>
  (await store.recipientsOf(db, brandId)).flatMap(({ mail_json }) => readTexts(mail_json))

/**
 * Changes a recipient; an address or token left empty stays. What waits for it is tried at once. Throws
 * `notFound`, `stale`, and at their fields what is wrong.
 */
export async function editRecipient(
  actor: Actor,
  id: string,
  input: Omit<RecipientInput, 'kind'> & { newSecret: boolean; version: number },
  origin: string,
): Promise<Undoable & WithSecret> {
  const row = await known(await useDb(), actor, id)
  const { secret, ...way } = await changedWay(row, input)
  const { historyId } = await changeUndoably(actor, 'recipient', id, async (db, tracked) => {
    const current = await known(db, actor, id)
    if (current.version !== input.version) throw problem('stale')
    await tracked.update(
      'recipients',
      { id },
      {
        ...{ name: input.name, ...way, version: current.version + 1 },
        events_json: eventsJson({ kind: current.kind, events: input.events }),
        ...{ failures: 0, retry_at: null, message: null },
      },
    )
    await settleNotices(db, actor.brandId, 'hand-on', id)
  })
  await ask(actor, { ...input, kind: row.kind }, origin)
  return { historyId, secret }
}

async function changedWay(
  row: RecipientRow,
  { address, token, mail, newSecret }: Omit<RecipientInput, 'kind' | 'events'> & { newSecret: boolean },
): Promise<Partial<Way> & WithSecret> {
  if (row.kind === 'mail')
    return { secret: null, ...(mail.length > 0 ? { mail_json: JSON.stringify(mail) } : {}) }
  if (row.kind === 'feed')
    return { secret: null, ...(newSecret ? { nonce: randomBytes(16).toString('hex') } : {}) }
  if (row.kind === 'notes') {
    if (address === '') {
      if (token !== '') throw problem('tokenWantsAddress').at('address')
      return { secret: null }
    }
    if (token === '') throw problem('addressWantsToken').at('token')
    return wayOf({ name: row.name, kind: 'notes', address, token, mail: [] })
  }
  const url = address === '' ? null : await openAddress(address)
  // Who reads at another address is not told the old secret.
  const secret = newSecret || url ? newWebhookSecret() : null
  return {
    secret,
    ...(url ? { host: url.hostname, address_sealed: seal(url.href) } : {}),
    ...(secret === null ? {} : { token_sealed: seal(secret) }),
  }
}

async function known(db: Db, actor: Actor, id: string): Promise<RecipientRow> {
  const row = await store.recipientById(db, actor.brandId, id)
  if (!row) throw problem('notFound')
  return row
}

/** Removes a recipient; what waits for it goes nowhere, and comes back with it. Throws `notFound`. */
export async function removeRecipient(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'recipient', id, async (db, tracked) => {
    const row = await known(db, actor, id)
    await tracked.update('recipients', { id }, { removed_at: now(), version: row.version + 1 })
    await settleNotices(db, actor.brandId, 'hand-on', id)
  })
  return { historyId }
}
