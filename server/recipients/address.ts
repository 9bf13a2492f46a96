import { derivedKey, isDerivedKey } from '#server/platform/derivedKeys'
import { settings } from '#server/platform/settings'
import type { RecipientRow } from './rows'

const PURPOSE = 'recipient feeds'

/** Where what was handed on to a feed is read, without its ending; null for what is no feed. */
export const recipientFeedAddress = ({ id, nonce }: Pick<RecipientRow, 'id' | 'nonce'>): string | null =>
  nonce === null ? null : `${settings().publicUrl ?? ''}/feeds/${id}/${derivedKey(PURPOSE, id, nonce)}`

/** Whether a key opens a recipient’s feed, compared in constant time. */
export const opensRecipientFeed = ({ id, nonce }: RecipientRow, key: string): boolean =>
  nonce !== null && isDerivedKey(key, PURPOSE, id, nonce)
