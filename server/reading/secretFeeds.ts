import { writeFeedTask } from './tasks'
import { getRequestURL, type H3Event } from 'h3'
import type { FeedKind } from '#core/formats'
import { escapeXml } from '#core/formats/xml'
import { useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { wirePlaces, articlesWhole, beginningOf } from '#server/articles'
import { now } from '#server/platform/clock'
import { handedFeed, type HandedFeed } from '#server/recipients'
import { LIMITS } from '#shared/platform/limits'
import { settings } from '#server/platform/settings'
import { toInstant, type Instant } from '#core/instant'
import { runInThread } from '#server/platform/jobs/pool'
import { anyFolder, opensFolderFeed } from '#server/sources'
import { anyWatch, opensWatchFeed } from '#server/watches'

/**
 * What the sources of a folder bring, a watch marks, or was handed on to a feed, newest first, as a feed.
 * Throws `notFound` where the key does not open it.
 */
export async function secretFeed(event: H3Event, id: string, key: string, kind: FeedKind): Promise<string> {
  const db = await useDb()
  const handed = await handedFeed(db, id, key)
  if (handed) return written(event, { id, key, kind }, { ...handed, items: handed.items.map(itemOf) })
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
  const items = rows.map((row) => ({
    ...{ id: row.id, url: row.url, html: row.content_html ?? row.summary_html ?? '' },
    title: row.title ?? beginningOf(row.summary_html ?? row.content_html ?? ''),
    ...{ at: toInstant(row.at), author: row.author ?? row.label },
  }))
  const updatedAt = Math.max(0, ...rows.map((row) => row.changed_at ?? row.first_seen_at))
  return written(event, { id, key, kind }, { ...opened, items, updatedAt: toInstant(updatedAt) })
}

interface Item {
  id: string
  url: string | null
  title: string
  html: string
  at: Instant
  author: string
}

/** Something that was handed on: its text is plain, in paragraphs. */
const itemOf = ({ text, ...item }: HandedFeed['items'][number]): Item => ({
  ...item,
  html: text
    .split(/\n{2,}/)
    .filter((part) => part !== '')
    .map((part) => `<p>${escapeXml(part)}</p>`)
    .join('\n'),
})

function written(
  event: H3Event,
  { id, key, kind }: { id: string; key: string; kind: FeedKind },
  feed: { brandId: string; name: string; items: Item[]; updatedAt?: Instant },
): Promise<string> {
  const origin = settings().publicUrl ?? getRequestURL(event).origin
  return runInThread('person', [`brand:${feed.brandId}`], writeFeedTask, {
    kind,
    feed: {
      title: feed.name,
      homeUrl: `${origin}/`,
      selfUrl: `${origin}/feeds/${id}/${key}.${kind}`,
      updatedAt: feed.updatedAt ?? feed.items[0]?.at ?? toInstant(0),
      items: feed.items.map((item) => ({
        ...item,
        id: `urn:uuid:${item.id}`,
        url: item.url ?? `${origin}/`,
      })),
    },
  })
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
