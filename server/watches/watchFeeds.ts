import { derivedKey, isDerivedKey } from '#server/platform/derivedKeys'
import { settings } from '#server/platform/settings'

const PURPOSE = 'watch feeds'

/** The path of a watch's feed, without the ending that says in which form. */
export const watchFeedAddress = (watchId: string, nonce: string): string =>
  `${settings().publicUrl ?? ''}/feeds/${watchId}/${derivedKey(PURPOSE, watchId, nonce)}`

/** Whether a key opens a watch’s feed, compared in constant time; another nonce makes another key. */
export const opensWatchFeed = (key: string, watchId: string, nonce: string): boolean =>
  isDerivedKey(key, PURPOSE, watchId, nonce)
