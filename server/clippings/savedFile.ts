import { toInstant } from '#core/instant'
import { writeBookmarks, writeFeed, writeLinks, writeTable } from '#core/formats'
import { brandById } from '#server/people'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { allClippings, tagsOfClippings, type ClippingWithArticle } from './queries/clippings'

export type ListFormat = 'bookmarks' | 'csv' | 'json' | 'opml'

/** Of what is kept, as much as one file takes. */
const MOST = 20_000
const HEADS = ['url', 'title', 'note', 'tags', 'folder', 'added', 'quote', 'site']
const TYPES: Record<ListFormat, { type: string; ending: string }> = {
  bookmarks: { type: 'text/html', ending: 'html' },
  csv: { type: 'text/csv', ending: 'csv' },
  json: { type: 'application/feed+json', ending: 'json' },
  opml: { type: 'text/x-opml', ending: 'opml' },
}

/** A brand's clippings that have an address, as a file that other programs read. Throws `notFound`. */
export async function clippingsFile(
  brandId: string,
  format: ListFormat,
): Promise<{ name: string; type: string; text: string }> {
  const db = await useDb()
  const brand = await brandById(db, brandId)
  if (!brand) throw problem('notFound')
  const rows = (await allClippings(db, brandId, MOST)).filter(hasAddress)
  const tags = await tagsOfClippings(
    db,
    rows.map(({ id }) => id),
  )
  const kept = rows.map((row) => ({
    id: row.id,
    url: row.url,
    title: row.title || row.url,
    addedAt: toInstant(row.created_at),
    folder: row.folder,
    tags: (tags.get(row.id) ?? []).map(({ name }) => name),
    note: row.note,
    quote: row.quote,
    site: row.outlet,
  }))
  const { type, ending } = TYPES[format]
  return { name: `${brand.name}.${ending}`, type, text: textOf(format, brand.name, kept) }
}

const hasAddress = (row: ClippingWithArticle): row is ClippingWithArticle & { url: string } =>
  row.url !== null

interface Kept {
  id: string
  url: string
  title: string
  addedAt: string
  folder: string | null
  tags: string[]
  note: string | null
  quote: string | null
  site: string | null
}

function textOf(format: ListFormat, name: string, kept: Kept[]): string {
  if (format === 'bookmarks') return writeBookmarks(name, kept)
  if (format === 'opml') return writeLinks(name, kept)
  if (format === 'csv')
    return writeTable(
      HEADS,
      kept.map((one) => [
        one.url,
        one.title,
        one.note ?? '',
        one.tags.join(', '),
        one.folder ?? '',
        one.addedAt,
        one.quote ?? '',
        one.site ?? '',
      ]),
    )
  const items = kept.map(({ id, url, title, addedAt, note, quote }) => ({
    id,
    url,
    title,
    html: [quote, note].flatMap((text) => (text ? `<p>${escapeHtml(text)}</p>` : [])).join(''),
    at: addedAt,
    author: null,
  }))
  const selfUrl = 'urn:clear-quill:clippings'
  return writeFeed('json', { title: name, homeUrl: selfUrl, selfUrl, updatedAt: toInstant(now()), items })
}

const escapeHtml = (text: string): string => text.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`)
