import { derivedKey, isDerivedKey } from '../derivedKeys'
import { settings } from '../settings'

/** The secret address of something that takes mail: its id, and the key derived for it. */
export const mailAddressOf = (purpose: string, id: string, nonce: string): string =>
  `${id.replace(/-/g, '')}.${derivedKey(purpose, id, nonce)}@${settings().mailHost}`

/** The id and the key in an address as it was sent to; null for an address that is none of ours. */
export function readMailAddress(address: string): { id: string; key: string } | null {
  const [, hex, key, host] = /^([0-9a-f]{32})\.([0-9a-f]{24})@(.+)$/i.exec(address) ?? []
  if (!hex || !key || host!.toLowerCase() !== settings().mailHost.toLowerCase()) return null
  return {
    id: hex.toLowerCase().replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5'),
    key: key.toLowerCase(),
  }
}

/** Whether the key in an address is the one derived for it. */
export const isMailKey = (key: string, purpose: string, id: string, nonce: string): boolean =>
  isDerivedKey(key, purpose, id, nonce)
