import { getRequestURL, type H3Event } from 'h3'
import { safeHtml } from '../../core/feed'
import { writeFeed, type FeedKind } from '../../core/formats'
import { toInstant } from '../../core/instant'
import { LIMITS } from '../../shared/limits'
import { useDb } from '../db'
import { articlesWhole, wirePlaces } from '../db/articles'
import { anyFolder } from '../db/folders'
import { derivedKey, isDerivedKey } from '../derivedKeys'
import { problem } from '../problem'
import { settings } from '../settings'
import { beginningOf } from './articles'

const PURPOSE = 'folder feeds'

/** The path of a folder's feed, without the ending that says in which form. */
export const feedAddress = (folderId: string, nonce: string): string =>
  `${settings().publicUrl ?? ''}/feeds/${folderId}/${derivedKey(PURPOSE, folderId, nonce)}`

/** What the sources of a folder bring, newest first, as a feed. Throws `notFound` where the key does not open it. */
export async function folderFeed(event: H3Event, folderId: string, key: string, kind: FeedKind): Promise<string> {
  const db = await useDb()
  const folder = await anyFolder(db, folderId)
  if (!folder?.feed_nonce || !isDerivedKey(key, PURPOSE, folder.id, folder.feed_nonce)) throw problem('notFound')
  const places = await wirePlaces(db, folder.brand_id, { show: 'all', folder: folder.name, after: null, limit: LIMITS.folderFeed * 2 })
  // What a source's own rules leave out is left out here too.
  const ids = places.filter((place) => place.because === null).slice(0, LIMITS.folderFeed).map(({ id }) => id) // prettier-ignore
  const rows = await articlesWhole(db, folder.brand_id, ids)
  const origin = settings().publicUrl ?? getRequestURL(event).origin
  return writeFeed(kind, {
    title: folder.name,
    homeUrl: `${origin}/`,
    selfUrl: `${origin}/feeds/${folder.id}/${key}.${kind}`,
    updatedAt: toInstant(Math.max(0, ...rows.map((row) => row.changed_at ?? row.first_seen_at))),
    items: rows.map((row) => ({
      id: `urn:uuid:${row.id}`,
      url: row.url ?? `${origin}/`,
      title: row.title ?? beginningOf(row.summary_html ?? row.content_html ?? ''),
      html: safeHtml(row.content_html ?? row.summary_html ?? '', row.url ?? 'about:blank'),
      at: toInstant(row.at),
      author: row.author ?? row.label,
    })),
  })
}
