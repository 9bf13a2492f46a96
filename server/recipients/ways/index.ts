import type { RecipientKind } from '#shared/recipients/types'
import { readTexts } from '#shared/platform/json'
import { unseal } from '#server/platform/secrets'
import type { RecipientRow } from '../rows'
import { TAKEN, type Attempt, type OnTheWay, type WayOut } from './attempt'
import { toMail } from './mail'
import { toNotes } from './notes'
import { toWebhook } from './webhook'

const WAYS: Record<RecipientKind, (way: WayOut, it: OnTheWay) => Promise<Attempt>> = {
  webhook: toWebhook,
  mail: toMail,
  notes: toNotes,
  // It stands there as soon as it is kept.
  feed: () => Promise.resolve(TAKEN),
}

/** Where something for a recipient goes. Throws where its secrets were sealed by another installation. */
export const wayOutOf = (row: RecipientRow): WayOut => ({
  brandId: row.brand_id,
  address: row.address_sealed === null ? '' : unseal(row.address_sealed),
  token: row.token_sealed === null ? '' : unseal(row.token_sealed),
  mail: readTexts(row.mail_json),
})

/** Sends something to a recipient, once, and says what became of it. */
export const sendTo = (row: RecipientRow, it: OnTheWay): Promise<Attempt> => WAYS[row.kind](wayOutOf(row), it)
