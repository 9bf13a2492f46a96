import { writeFeedTask } from './tasks'
import { getRequestURL, type H3Event } from 'h3'
import type { FeedKind } from '#core/formats'
import { useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { wirePlaces, articlesWhole, beginningOf } from '#server/articles'
import { now } from '#server/platform/clock'
import { LIMITS } from '#shared/platform/limits'
import { settings } from '#server/platform/settings'
import { toInstant } from '#core/instant'
import { runInThread } from '#server/platform/jobs/pool'
import { anyFolder, opensFolderFeed } from '#server/sources'
import { anyWatch, opensWatchFeed } from '#server/watches'

/**
 * What the sources of a folder bring, or a watch marks, newest first, as a feed. Throws `notFound` where the
 * key does not open it.
 */
export async function secretFeed(event: H3Event, id: string, key: string, kind: FeedKind): Promise<string> {
  const db = await useDb()
  const opened = await openedBy(db, id, key)
  if (!opened) throw problem('notFound')
  const places = await wirePlaces(db, opened.brandId, {
    show: 'all',
    ...opened.filter,
    now: now(),
    after: null,
    limit: LIMITS.folderFeed * 2,
  })
  // What a source's own rules leave out is left out here too.
  const ids = places
    .filter((place) => place.excluded_by === null)
    .slice(0, LIMITS.folderFeed)
    .map(({ id }) => id)
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
  return runInThread('person', [`brand:${opened.brandId}`], writeFeedTask, { kind, feed })
}

interface Opened {
  brandId: string
  name: string
  filter: { folder: string } | { watchId: string }
}

/** What a key opens: the folder or the watch with this id. */
async function openedBy(db: Db, id: string, key: string): Promise<Opened | null> {
  const folder = await anyFolder(db, id)
  if (folder?.feed_nonce && opensFolderFeed(key, id, folder.feed_nonce)) {
    return { brandId: folder.brand_id, name: folder.name, filter: { folder: folder.name } }
  }
  const watch = await anyWatch(db, id)
  if (watch?.feed_nonce && opensWatchFeed(key, id, watch.feed_nonce))
    return { brandId: watch.brand_id, name: watch.name, filter: { watchId: id } }
  return null
}
