import { isListOf, isShape, isText, orNull, readJson } from '#shared/platform/json'
import type { NoticeKind, NotificationChannels } from '#shared/notices/types'
import { MINUTE } from '#core/instant'
import type { Message } from '#core/message'
import { quoted, say } from '#shared/messages'
import { messagesOf, storeMessages, type StoredMessages } from '#server/platform/db/messages'
import * as words from '#shared/words'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { brandById, liveBrands, setTelling, updateTelling, type BrandRow } from '#server/people'
import { unsentNotices, updateNotice } from './queries/notices'
import type { NoticeRow } from './rows'
import { httpRequest } from '#server/platform/net/httpRequest'
import { routeTo, webAddress } from '#server/platform/net/address'
import { problem, ProblemError } from '#server/platform/http/problem'
import { seal, unseal } from '#server/platform/secrets'
import { settings } from '#server/platform/settings'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { askToConfirm, confirmedOf } from './mailConfirmation'
import { sendMail } from '#server/platform/mail/mailOut'

/** The first notice is told at once; what follows within this time is told together at its end. */
const APART_MS = 10 * MINUTE
const MOST_IN_A_MESSAGE = 20
/** What has its time now is told now, whatever was told before. */
const AT_ONCE: readonly NoticeKind[] = ['by-hand']

interface KeptTelling {
  mail: string[]
  quietFrom: string | null
  quietUntil: string | null
}

const isTelling = isShape<KeptTelling>({
  mail: isListOf(isText),
  quietFrom: orNull(isText),
  quietUntil: orNull(isText),
})

const keptOf = (brand: BrandRow): KeptTelling =>
  brand.telling_json === null
    ? { mail: [], quietFrom: null, quietUntil: null }
    : readJson(brand.telling_json, isTelling)

/** Tells what is open and was not told yet, where each brand wants it told. */
export async function tellingRound(): Promise<void> {
  const db = await useDb()
  for (const brand of await liveBrands(db)) {
    if (isQuiet(brand, now())) continue
    const notices = (await unsentNotices(db, brand.id)).filter(
      ({ kind }) => now() >= brand.tell_next_at || AT_ONCE.includes(kind),
    )
    if (notices.length > 0 && (await hasWay(brand))) await tell(brand, notices)
  }
}

/** The addresses a brand wants its notices at. */
export async function wantedForNotices(db: Db, brandId: string): Promise<string[]> {
  const brand = await brandById(db, brandId)
  return brand ? keptOf(brand).mail : []
}

const hasWay = async (brand: BrandRow): Promise<boolean> =>
  brand.hook_sealed !== null || (await addressesOf(brand)).length > 0

/** Where its notices go by mail: to addresses that were confirmed. */
const addressesOf = async (brand: BrandRow): Promise<string[]> =>
  settings().smtp === null ? [] : confirmedOf(await useDb(), brand.id, keptOf(brand).mail)

/** Whether it is a brand's quiet time, which may go over midnight. */
export function isQuiet(brand: Pick<BrandRow, 'zone' | 'telling_json'>, at: number): boolean {
  const { quietFrom, quietUntil } = keptOf(brand as BrandRow)
  if (quietFrom === null || quietUntil === null || quietFrom === quietUntil) return false
  const time = new Intl.DateTimeFormat('en-GB', {
    timeZone: brand.zone,
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).format(at)
  return quietFrom < quietUntil
    ? time >= quietFrom && time < quietUntil
    : time >= quietFrom || time < quietUntil
}

async function tell(brand: BrandRow, notices: NoticeRow[]): Promise<void> {
  const failed = await tellEverywhere(
    brand,
    words.notice.message(brand.name, notices.length),
    textOf(notices),
  )
  await inTransaction(async (db) => {
    await updateTelling(db, brand.id, {
      tell_next_at: now() + APART_MS,
      tell_message: failed && storeMessages(failed),
    })
    // What could be told one way is told: two ways that fail by turns would else repeat themselves for ever.
    if (failed === null) for (const { id } of notices) await updateNotice(db, id, { told_at: now() })
    await announce(db, brand.id, 'notice', brand.id)
  })
}

function textOf(notices: NoticeRow[]): string {
  const shown = notices
    .slice(0, MOST_IN_A_MESSAGE)
    .map(({ title, message, link }) => `${said(title)}\n${said(message)}${addressOf(link)}`)
  const left = notices.length - shown.length
  return [...shown, ...(left > 0 ? [words.notice.more(left)] : [])].join('\n\n')
}

const said = (stored: StoredMessages): string => say(messagesOf(stored))
const addressOf = (link: string): string => (settings().publicUrl ? `\n${settings().publicUrl}${link}` : '')

/** Gives why it failed, or null. */
async function tellEverywhere(brand: BrandRow, subject: string, text: string): Promise<Message[] | null> {
  const failures: Message[] = []
  const attempt = async (work: () => Promise<void>): Promise<void> => {
    try {
      await work()
    } catch (error) {
      failures.push(error instanceof ProblemError ? error.reason : quoted(wordsOfError(error)))
    }
  }
  if (brand.hook_sealed !== null)
    await attempt(() => tellHook(unseal(brand.hook_sealed!), `${subject}\n\n${text}`))
  const mail = await addressesOf(brand)
  if (mail.length > 0) await attempt(() => sendMail({ to: mail, subject, text }))
  return failures.length === 0 ? null : failures
}

const wordsOfError = (error: unknown): string => (error instanceof Error ? error.message : String(error))

async function tellHook(address: string, text: string): Promise<void> {
  const answer = await httpRequest(address, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ text }),
  })
  if (answer.status >= 300) throw problem('hookRefused', new URL(address).hostname, answer.status)
}

/** How a brand's notices are told. The hook's address is never given out. */
export async function notificationChannelsOf(actor: Actor): Promise<NotificationChannels> {
  const brand = await brandById(await useDb(), actor.brandId)
  if (!brand) throw problem('notFound')
  const kept = keptOf(brand)
  const confirmed = await confirmedOf(await useDb(), brand.id, kept.mail)
  const unconfirmed = kept.mail.filter((address) => !confirmed.includes(address))
  return {
    hasHook: brand.hook_sealed !== null,
    ...kept,
    unconfirmed,
    message: brand.tell_message === null ? null : said(brand.tell_message),
    canMail: settings().smtp !== null,
  }
}

export interface TellingInput extends KeptTelling {
  /** A new address; empty to keep the one there is, null to remove it. */
  hook: string | null
}

/**
 * Changes how they are told; new mail addresses are asked whether they want it (`origin`: where such a letter
 * leads). Throws `noAddress` or `privateAddress` at the field of the hook.
 */
export async function setNotificationChannels(
  actor: Actor,
  { hook, mail, quietFrom, quietUntil }: TellingInput,
  origin: string,
): Promise<NotificationChannels> {
  const sealed = hook === null ? null : hook === '' ? undefined : seal(await openAddress(hook))
  await inTransaction(async (db) => {
    await setTelling(
      db,
      actor.brandId,
      JSON.stringify({ mail, quietFrom, quietUntil } satisfies KeptTelling),
      sealed,
    )
    await announce(db, actor.brandId, 'notice', actor.brandId)
  })
  const brand = await brandById(await useDb(), actor.brandId)
  if (brand) await askToConfirm(brand, mail, origin)
  return notificationChannelsOf(actor)
}

async function openAddress(hook: string): Promise<string> {
  try {
    const url = webAddress(hook)
    await routeTo(url)
    return url.href
  } catch (error) {
    throw error instanceof ProblemError ? error.at('hook') : error
  }
}

/** Sends a message to try the ways out. Throws `unannounced` with the reason. */
export async function testNotificationChannels(actor: Actor): Promise<void> {
  const db = await useDb()
  const brand = await brandById(db, actor.brandId)
  if (!brand) throw problem('notFound')
  if (!(await hasWay(brand))) throw problem('nowhereToTell')
  const failed = await tellEverywhere(brand, brand.name, words.telling.testText(brand.name))
  await inTransaction((transaction) =>
    updateTelling(transaction, brand.id, { tell_message: failed && storeMessages(failed) }),
  )
  if (failed !== null) throw problem('unannounced', say(failed))
}
