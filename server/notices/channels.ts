import { parseHookPattern } from '#core/hookPattern'
import { isListOf, isShape, isText, orMissing, orNull, readJson } from '#shared/platform/json'
import { PLAIN_HOOK } from '#shared/notices/hookShapes'
import type { NotificationChannels } from '#shared/notices/types'
import { say } from '#shared/messages'
import * as words from '#shared/words'
import { brandById, setTelling, updateTelling, type BrandRow } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { messagesOf, storeMessages } from '#server/platform/db/messages'
import { problem, ProblemError } from '#server/platform/http/problem'
import { routeTo, webAddress } from '#server/platform/net/address'
import { seal } from '#server/platform/secrets'
import { settings } from '#server/platform/settings'
import { askToConfirm, confirmedOf } from './mailConfirmation'
import { tellEverywhere, type Ways } from './ways'

// Where a brand's notices go besides the application.

interface KeptTelling {
  mail: string[]
  quietFrom: string | null
  quietUntil: string | null
  /** The shape of messages to the hook; null for a field “text” alone. */
  pattern: string | null
}

const isTelling = isShape<Omit<KeptTelling, 'pattern'> & { pattern?: string | null | undefined }>({
  mail: isListOf(isText),
  quietFrom: orNull(isText),
  quietUntil: orNull(isText),
  pattern: orMissing(orNull(isText)),
})

/** How a brand wants to be told, as it is kept. */
export function keptOf(brand: Pick<BrandRow, 'telling_json'>): KeptTelling {
  if (brand.telling_json === null) return { mail: [], quietFrom: null, quietUntil: null, pattern: null }
  const kept = readJson(brand.telling_json, isTelling)
  return { ...kept, pattern: kept.pattern ?? null }
}

/** The addresses a brand wants its notices at. */
export async function wantedForNotices(db: Db, brandId: string): Promise<string[]> {
  const brand = await brandById(db, brandId)
  return brand ? keptOf(brand).mail : []
}

/** Where a brand's notices go: its hook, and the mail addresses that were confirmed. */
export async function waysOf(brand: BrandRow): Promise<Ways> {
  const { mail, pattern } = keptOf(brand)
  return {
    hook: brand.hook_sealed === null ? null : { sealed: brand.hook_sealed, pattern: pattern ?? PLAIN_HOOK },
    mail: settings().smtp === null ? [] : await confirmedOf(await useDb(), brand.id, mail),
  }
}

export const hasWay = ({ hook, mail }: Ways): boolean => hook !== null || mail.length > 0

/** How a brand's notices are told. The hook's address is never given out. */
export async function notificationChannelsOf(actor: Actor): Promise<NotificationChannels> {
  const brand = await brandById(await useDb(), actor.brandId)
  if (!brand) throw problem('notFound')
  const kept = keptOf(brand)
  const confirmed = await confirmedOf(await useDb(), brand.id, kept.mail)
  return {
    hasHook: brand.hook_sealed !== null,
    ...{ ...kept, pattern: kept.pattern ?? PLAIN_HOOK },
    unconfirmed: kept.mail.filter((address) => !confirmed.includes(address)),
    message: brand.tell_message === null ? null : say(messagesOf(brand.tell_message)),
    canMail: settings().smtp !== null,
  }
}

export interface TellingInput extends Omit<KeptTelling, 'pattern'> {
  /** A new address; empty to keep the one there is, null to remove it. */
  hook: string | null
  pattern: string
}

/**
 * Changes how they are told; new mail addresses are asked whether they want it (`origin`: where such a letter
 * leads). Throws `noAddress` or `privateAddress` at the field of the hook.
 */
export async function setNotificationChannels(
  actor: Actor,
  { hook, mail, quietFrom, quietUntil, pattern }: TellingInput,
  origin: string,
): Promise<NotificationChannels> {
  const sealed = hook === null ? null : hook === '' ? undefined : seal(await openAddress(hook))
  parseHookPattern(pattern)
  const kept: KeptTelling = { mail, quietFrom, quietUntil, pattern }
  await inTransaction(async (db) => {
    await setTelling(db, actor.brandId, JSON.stringify(kept), sealed)
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
  const brand = await brandById(await useDb(), actor.brandId)
  if (!brand) throw problem('notFound')
  const ways = await waysOf(brand)
  if (!hasWay(ways)) throw problem('nowhereToTell')
  const text = words.telling.testText(brand.name)
  const failed = await tellEverywhere(ways, {
    ...{ subject: brand.name, text, brand: brand.name, link: settings().publicUrl ?? '', count: 1 },
  })
  await inTransaction((db) => updateTelling(db, brand.id, { tell_message: failed && storeMessages(failed) }))
  if (failed !== null) throw problem('unannounced', say(failed))
}
