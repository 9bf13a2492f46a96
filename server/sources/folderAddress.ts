import { settings } from '#server/platform/settings'
import { derivedKey } from '#server/platform/derivedKeys'

export const PURPOSE = 'folder feeds'

/** The path of a folder's feed, without the ending that says in which form. */
export const feedAddress = (folderId: string, nonce: string): string =>
  `${settings().publicUrl ?? ''}/feeds/${folderId}/${derivedKey(PURPOSE, folderId, nonce)}`
