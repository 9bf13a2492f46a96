import { randomBytes } from 'node:crypto'
import { v7 as uuid } from 'uuid'
import { DAY, toInstant } from '#core/instant'
import type { LetterBecomes, LetterBoxView } from '#shared/letters/types'
import { readTexts } from '#shared/platform/json'
import { say } from '#shared/messages'
import { personById, roleOf } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { messagesOf } from '#server/platform/db/messages'
import { problem } from '#server/platform/http/problem'
import { isMailKey, mailAddressOf, readMailAddress } from '#server/platform/mail/mailAddresses'
import { type Mailbox, MailRefused } from '#server/platform/mail/mailboxes'
import { settings } from '#server/platform/settings'
import * as store from './queries/letters'
import type { LetterBoxRow } from './rows'
import { takeLetter } from './takeLetter'

const PURPOSE = 'letters'
const LETTERS_SHOWN = 20
const newNonce = (): string => randomBytes(16).toString('hex')

/** How a person's letters come to a brand; where none do yet, what is proposed. */
export const letterBox = async (actor: Actor): Promise<LetterBoxView> => viewOf(await useDb(), actor)

async function viewOf(db: Db, actor: Actor): Promise<LetterBoxView> {
  const box = await store.boxOf(db, actor.brandId, actor.personId)
  const letters = box ? await store.lettersOf(db, box.id, LETTERS_SHOWN) : []
  const person = await personById(db, actor.personId)
  return {
    canTake: settings().mailPort !== null,
    canAnswer: settings().smtp !== null,
    address: box ? mailAddressOf(PURPOSE, box.id, box.nonce) : null,
    senders: box ? readTexts(box.senders_json) : [person?.email ?? ''].filter(Boolean),
    becomes: box?.becomes ?? 'clipping',
    accountIds: box ? readTexts(box.accounts_json) : [],
    byLink: box?.by_link === 1,
    answers: (box?.answers ?? 1) === 1,
    version: box?.version ?? 0,
    letters: letters.map(({ id, at, sender, subject, state, message, clipping_id, post_id }) => ({
      id,
      at: toInstant(at),
      sender,
      subject,
      state,
      message: message === null ? '' : say(messagesOf(message)),
      clippingId: clipping_id,
      postId: post_id,
    })),
  }
}

interface BoxInput {
  senders: string[]
  becomes: LetterBecomes
  accountIds: string[] | null
  byLink: boolean
  answers: boolean
  version: number
}

/** Makes a person's address for a brand, or changes what becomes of its letters. Throws `noMail`, `stale`. */
export function saveLetterBox(actor: Actor, input: BoxInput): Promise<LetterBoxView> {
  if (settings().mailPort === null) throw problem('noMail')
  const columns = {
    senders_json: JSON.stringify([...new Set(input.senders.map((sender) => sender.toLowerCase()))]),
    becomes: input.becomes,
    accounts_json: JSON.stringify(input.accountIds ?? []),
    by_link: input.byLink ? (1 as const) : (0 as const),
    answers: input.answers ? (1 as const) : (0 as const),
  }
  return changed(actor, async (db, box) => {
    if ((box?.version ?? 0) !== input.version) throw problem('stale')
    if (box) return store.updateBox(db, box.id, { ...columns, version: box.version + 1 })
    const made = { id: uuid(), brand_id: actor.brandId, person_id: actor.personId, nonce: newNonce() }
    await store.insertBox(db, { ...made, ...columns })
  })
}

/** Gives a person another address; the old one is refused from then on. Throws `notFound`. */
export const renewLetterBox = (actor: Actor): Promise<LetterBoxView> =>
  changed(actor, async (db, box) => {
    if (!box) throw problem('notFound')
    await store.updateBox(db, box.id, { nonce: newNonce() })
  })

/** Closes a person's address, and forgets what was said of its letters; what they became stays. */
export const closeLetterBox = (actor: Actor): Promise<LetterBoxView> =>
  changed(actor, async (db, box) => {
    if (box) await store.removeBox(db, box.id)
  })

const changed = (
  actor: Actor,
  work: (db: Db, box: LetterBoxRow | undefined) => Promise<void>,
): Promise<LetterBoxView> =>
  inTransaction(async (db) => {
    await work(db, await store.boxOf(db, actor.brandId, actor.personId))
    await announce(db, actor.brandId, 'letter', actor.personId)
    return viewOf(db, actor)
  })

/** The box at an address; null where there is none, or its person works for the brand no more. */
export async function letterBoxAt(address: string): Promise<Mailbox | null> {
  const given = readMailAddress(address)
  const db = await useDb()
  const box = given && (await store.boxById(db, given.id))
  if (!given || !box || !isMailKey(given.key, PURPOSE, box.id, box.nonce)) return null
  const role = await roleOf(db, box.brand_id, box.person_id)
  if (role === undefined || role === null || role === 'client') return null
  return { requireRoom: () => requireRoom(box), take: (raw) => takeLetter(box, raw) }
}

async function requireRoom(box: LetterBoxRow): Promise<void> {
  if ((await store.lettersSince(await useDb(), box.id, now() - DAY)) >= settings().mailsADay)
    throw new MailRefused(452, 'This address has brought enough for today; try again tomorrow')
}
