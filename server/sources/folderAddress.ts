import { settings } from '#server/platform/settings'
import { derivedKey, isDerivedKey } from '#server/platform/derivedKeys'

const PURPOSE = 'folder feeds'

/** The path of a folder's feed, without the ending that says in which form. */
export const feedAddress = (folderId: string, nonce: string): string =>
  `${settings().publicUrl ?? ''}/feeds/${folderId}/${derivedKey(PURPOSE, folderId, nonce)}`

/** Whether a key opens a folder’s feed, compared in constant time; another nonce makes another key. */
export const opensFolderFeed = (key: string, folderId: string, nonce: string): boolean =>
  isDerivedKey(key, PURPOSE, folderId, nonce)
