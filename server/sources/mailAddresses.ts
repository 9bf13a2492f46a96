import { derivedKey, isDerivedKey } from '#server/platform/derivedKeys'
import { settings } from '#server/platform/settings'

const PURPOSE = 'mailing lists'

/** The address a mailing list sends to: the feed's id and the key derived for it. */
export const mailAddressOf = (feedId: string, nonce: string): string =>
  `${feedId.replace(/-/g, '')}.${derivedKey(PURPOSE, feedId, nonce)}@${settings().mailHost}`

/** The feed's id and the key in an address as it was sent to; null for an address that is none of ours. */
export function readMailAddress(address: string): { feedId: string; key: string } | null {
  const [, hex, key, host] = /^([0-9a-f]{32})\.([0-9a-f]{24})@(.+)$/i.exec(address) ?? []
  if (!hex || !key || host!.toLowerCase() !== settings().mailHost.toLowerCase()) return null
  return {
    feedId: hex.toLowerCase().replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5'),
    key: key.toLowerCase(),
  }
}

export const isMailKey = (key: string, feedId: string, nonce: string): boolean =>
  isDerivedKey(key, PURPOSE, feedId, nonce)
