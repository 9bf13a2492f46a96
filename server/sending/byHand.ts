import { DAY, toInstant } from '#core/instant'
import { openingAddress } from '#core/post'
import type { DeliveryAction } from '#shared/delivery/types'
import type { DeliveryState } from '#shared/delivery/states'
import { note } from '#shared/messages'
import { putState, settleDelivery, type Change, type DeliveryRow } from '#server/delivery'
import { networkOfAccount, type AccountRow } from '#server/networks'
import { brandById } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { now } from '#server/platform/clock'
import { inTransaction, type Db } from '#server/platform/db'
import { problem, ProblemError } from '#server/platform/http/problem'
import { webAddress } from '#server/platform/net/address'
import { readPayload } from '#server/posts'

// Posts that a person brings to their network: told at their slot, done when somebody says so.

export type HandDeed = Extract<DeliveryAction, 'posted' | 'put-off' | 'post-now'>

/** What a person may say beside a deed. */
export interface BesideDeed {
  /** Where it was posted by hand; empty where that is not known. */
  url: string
  /** Until when it is put off. */
  until: string | null
}

/** Where one posts it by hand; null where it is not posted so, or nobody said where. */
export async function opensAt(db: Db, delivery: DeliveryRow, account: AccountRow): Promise<string | null> {
  if (!BY_HAND.includes(delivery.state)) return null
  const { text, link } = readPayload(delivery)
  const network = await networkOfAccount(db, account)
  return (
    openingAddress(network?.opens_at ?? '', { text, link: link?.url ?? null }) ?? (account.page_url || null)
  )
}

const BY_HAND: readonly DeliveryState[] = ['by-hand', 'put-off']

/** What a person says of a post that is posted by hand. Throws for a time that is past. */
export async function sayByHand(
  { personId }: Actor,
  delivery: DeliveryRow,
  deed: HandDeed,
  { url, until }: BesideDeed,
): Promise<void> {
  const remote_url = deed === 'posted' && url !== '' ? postedAt(url) : null
  const at = until === null ? now() : Date.parse(until)
  if (deed === 'put-off' && (at <= now() || at > now() + LONGEST_PUT_OFF)) throw problem('putOff').at('until')
  await inTransaction(async (db) => {
    const brand = await brandById(db, delivery.brand_id)
    // Its time is then: it may be as late from there, and is shown as of then.
    const later = { next_try_at: at, due_at: at }
    const changes: Record<HandDeed, Change> = {
      posted: {
        state: 'sent',
        message: [note('delivery.posted')],
        patch: { sent_at: now(), remote_url, remote_id: remote_url },
      },
      'put-off': {
        state: 'put-off',
        message: [note('delivery.put-off', { at: toInstant(at), zone: brand?.zone ?? 'UTC' })],
        patch: later,
      },
      'post-now': {
        state: 'put-off',
        message: [note('delivery.post-now')],
        patch: { next_try_at: now(), due_at: now() },
      },
    }
    await putState(db, delivery, { ...changes[deed], personId })
    await settleDelivery(db, delivery)
  })
}

const LONGEST_PUT_OFF = 60 * DAY

function postedAt(url: string): string {
  try {
    return webAddress(url).href
  } catch (error) {
    throw error instanceof ProblemError ? error.at('url') : error
  }
}
