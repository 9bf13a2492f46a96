import { getRequestURL, type H3Event } from 'h3'
import type { FeedKind } from '../../core/formats'
import { toInstant } from '../../core/instant'
import { LIMITS } from '../../shared/limits'
import { now } from '../clock'
import { useDb, type Db } from '../db'
import { articlesWhole, wirePlaces } from '../db/articles'
import { anyFolder } from '../db/folders'
import { anyWatch } from '../db/watches'
import { derivedKey, isDerivedKey } from '../derivedKeys'
import { problem } from '../problem'
import { settings } from '../settings'
import { runInThread } from '../work/pool'
import { beginningOf } from './articles'
import { opensWatchFeed } from './watchFeeds'

const PURPOSE = 'folder feeds'

/** The path of a folder's feed, without the ending that says in which form. */
export const feedAddress = (folderId: string, nonce: string): string =>
  `${settings().publicUrl ?? ''}/feeds/${folderId}/${derivedKey(PURPOSE, folderId, nonce)}`

/** What the sources of a folder bring, or a watch marks, newest first, as a feed. Throws `notFound` where the key does not open it. */
export async function secretFeed(event: H3Event, id: string, key: string, kind: FeedKind): Promise<string> {
  const db = await useDb()
  const opened = await openedBy(db, id, key)
  if (!opened) throw problem('notFound')
  const places = await wirePlaces(db, opened.brandId, { show: 'all', ...opened.filter, now: now(), after: null, limit: LIMITS.folderFeed * 2 })
  // What a source's own rules leave out is left out here too.
  const ids = places.filter((place) => place.because === null).slice(0, LIMITS.folderFeed).map(({ id }) => id) // prettier-ignore
  const rows = await articlesWhole(db, opened.brandId, ids)
  const origin = settings().publicUrl ?? getRequestURL(event).origin
  const feed = {
    title: opened.name,
    homeUrl: `${origin}/`,
    selfUrl: `${origin}/feeds/${id}/${key}.${kind}`,
    updatedAt: toInstant(Math.max(0, ...rows.map((row) => row.changed_at ?? row.first_seen_at))),
    items: rows.map((row) => ({
      id: `urn:uuid:${row.id}`,
      url: row.url ?? `${origin}/`,
      title: row.title ?? beginningOf(row.summary_html ?? row.content_html ?? ''),
      html: row.content_html ?? row.summary_html ?? '',
      at: toInstant(row.at),
      author: row.author ?? row.label,
    })),
  }
  return runInThread('person', [`brand:${opened.brandId}`], 'writeFeed', { kind, feed })
}

interface Opened {
  brandId: string
  name: string
  filter: { folder: string } | { watchId: string }
}

/** What a key opens: the folder or the watch with this id. */
async function openedBy(db: Db, id: string, key: string): Promise<Opened | null> {
  const folder = await anyFolder(db, id)
  if (folder?.feed_nonce && isDerivedKey(key, PURPOSE, id, folder.feed_nonce)) {
    return { brandId: folder.brand_id, name: folder.name, filter: { folder: folder.name } }
  }
  const watch = await anyWatch(db, id)
  if (watch?.feed_nonce && opensWatchFeed(key, id, watch.feed_nonce)) return { brandId: watch.brand_id, name: watch.name, filter: { watchId: id } }
  return null
}
