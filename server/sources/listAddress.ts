import { randomBytes } from 'node:crypto'
import { mailAddressOf } from '#server/platform/mail/mailAddresses'

/** What the keys in addresses of mailing lists are derived for. */
export const PURPOSE = 'mailing lists'

/** What the key of a new address is derived from. */
export const newNonce = (): string => randomBytes(16).toString('hex')

/** The secret address that a mailing list sends to. */
export const listAddressOf = (feedId: string, nonce: string): string => mailAddressOf(PURPOSE, feedId, nonce)
