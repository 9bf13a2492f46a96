import { findFeeds, parseFeedDate } from '../feed'
import { canonicalUrl } from '../url/canonical'
import { siteOf } from '../url/site'
import { gather, type Gathered } from './gather'
import { readLinkedData, type LinkedData } from './linkedData'
import { oneLine, webUrl } from './texts'
import type { PageFacts, PagePicture, PageVideo } from './types'

const LONGEST_TITLE = 300
const LONGEST_TEXT = 1_000
const LONGEST_NAME = 200
const MOST_PICTURES = 100
const MOST_FEEDS = 20
/** Pictures with a side as short as this are signs, buttons and counters, not what the page shows. */
const SIGN_PIXELS = 64

/**
 * What a page says of itself. For each field the first of these that says it counts: card tags (Open Graph,
 * https://ogp.me, and its kin), JSON-LD, microdata (https://schema.org), `meta` elements, `link` elements,
 * plain elements; a canonical address is asked of `link` first, which is made for it (RFC 6596). All text is
 * plain, folded to one line and cut to what a reader takes in; addresses are absolute and http(s). `pageUrl`
 * is where the page came from, after redirects. Never throws: of a page deeper than any honest one, what
 * stands before that.
 */
export function readPage(html: string, pageUrl: string): PageFacts {
  const found = gather(html)
  const data = readLinkedData(found.data)
  const base = found.base === null ? pageUrl : (webUrl(found.base, pageUrl) ?? pageUrl)
  const meta = (...names: string[]): string | null => firstOf(names.map((name) => found.metas.get(name)?.[0]))
  const item = (name: string): string | null => firstOf(found.items.get(name) ?? [])
  const siteName = oneLine(meta('og:site_name') ?? data.siteName ?? meta('application-name'), LONGEST_NAME)
  const title = oneLine(
    meta('og:title', 'twitter:title') ??
      data.title ??
      item('headline') ??
      meta('title', 'dc.title', 'dcterms.title') ??
      firstOf([found.title, found.heading]),
    LONGEST_TITLE,
  )
  const pictures = picturesOf(found, data, base)
  return {
    url: pageUrl,
    canonicalUrl: canonicalOf(found, meta('og:url'), base, pageUrl),
    title: withoutSite(title, siteName),
    description: oneLine(
      meta('og:description', 'twitter:description') ??
        data.description ??
        item('description') ??
        meta('description', 'dc.description'),
      LONGEST_TEXT,
    ),
    author: authorOf(found, data),
    siteName,
    language: languageOf(
      found.language ??
        meta('og:locale') ??
        data.language ??
        meta('content-language', 'dc.language', 'language', 'lang'),
    ),
    publishedAt: firstDate([
      meta('article:published_time', 'og:article:published_time'),
      data.publishedAt,
      item('datepublished'),
      meta('dc.date', 'dcterms.created', 'date', 'pubdate', 'parsely-pub-date', 'dc.date.issued'),
      found.time,
    ]),
    pictures,
    video: videoOf(found, data, base, pictures),
    oEmbedUrl: webUrl(found.oEmbedLink, base),
    feeds: findFeeds(html, pageUrl).slice(0, MOST_FEEDS),
  }
}

const firstOf = (texts: (string | null | undefined)[]): string | null =>
  texts.find((text) => text !== null && text !== undefined && text.trim() !== '') ?? null

/** A page may speak for its own site alone. */
function canonicalOf(found: Gathered, card: string | null, base: string, pageUrl: string): string | null {
  for (const said of [found.canonical, card]) {
    const url = webUrl(said, base)
    if (url !== null && siteOf(url) !== '' && siteOf(url) === siteOf(pageUrl)) return url
  }
  return null
}

/** Many a title ends in the name of its site, behind a stroke or a dash (common practice). */
function withoutSite(title: string | null, siteName: string | null): string | null {
  if (title === null || siteName === null || !title.endsWith(siteName)) return title
  const shorter = title.slice(0, -siteName.length).trimEnd()
  return /[^\s|–—·:-][\s]*[|–—·:-]$/.test(shorter) ? shorter.slice(0, -1).trimEnd() : title
}

function authorOf(found: Gathered, data: LinkedData): string | null {
  const named = [
    ...(found.metas.get('article:author') ?? []),
    data.author,
    ...(found.items.get('author') ?? []),
    ...['author', 'byl', 'dc.creator', 'parsely-author'].flatMap((name) => found.metas.get(name) ?? []),
    found.authorLink,
  ].flatMap((name) => oneLine(name, LONGEST_NAME) ?? [])
  const first = named.find((name) => !/^(?:https?:|www\.|@)/i.test(name))
  return first ? first.replace(/^by\s+/i, '') : null
}

function languageOf(text: string | null): string | null {
  const tag = (text ?? '')
    .trim()
    .split(/[\s,;]/, 1)[0]!
    .replace(/_/g, '-')
  return /^[a-z]{2,3}(?:-[a-z0-9]{2,8})*$/i.test(tag) ? tag : null
}

function firstDate(texts: (string | null)[]): PageFacts['publishedAt'] {
  for (const text of texts) {
    const date = text === null ? null : parseFeedDate(text)
    if (date !== null) return date
  }
  return null
}

function picturesOf(found: Gathered, data: LinkedData, base: string): PagePicture[] {
  const size = (name: string, at: number): number | null => {
    const text = found.metas.get(name)?.[at]
    return text !== undefined && /^\d{1,5}$/.test(text.trim()) ? Number(text) : null
  }
  const cards = (found.metas.get('og:image') ?? found.metas.get('og:image:url') ?? []).map((url, at) => ({
    url,
    width: size('og:image:width', at),
    height: size('og:image:height', at),
    description: found.metas.get('og:image:alt')?.[at] ?? null,
  }))
  const plain = (url: string) => ({ url, width: null, height: null, description: null })
  const stated = [
    ...cards,
    ...['twitter:image', 'twitter:image:src'].flatMap((name) => found.metas.get(name) ?? []).map(plain),
    ...data.pictures.map((picture) => ({ ...picture, description: null })),
    ...(found.items.get('image') ?? []).map(plain),
    ...(found.imageLink === null ? [] : [plain(found.imageLink)]),
  ]
  const shown = found.images
    .filter(({ width, height }) => !isSign(width) && !isSign(height))
    .map(({ src, alt, width, height }) => ({ url: src, width, height, description: alt }))
    .sort((a, b) => areaOf(b) - areaOf(a))
  const sizes = new Map(found.images.map((image) => [canonicalUrl(webUrl(image.src, base) ?? ''), image]))
  const pictures = new Map<string, PagePicture>()
  for (const picture of [...stated, ...shown]) {
    const url = webUrl(picture.url, base)
    // The same picture by http and https, or with a tracking mark, is one.
    const key = url === null ? '' : canonicalUrl(url)
    if (url === null || pictures.has(key)) continue
    // The card seldom says what a reader who can't see it is told; the element of the same picture may.
    const same = sizes.get(key)
    pictures.set(key, {
      url,
      width: picture.width ?? same?.width ?? null,
      height: picture.height ?? same?.height ?? null,
      description: oneLine(picture.description || (same?.alt ?? null), LONGEST_TEXT),
    })
    if (pictures.size >= MOST_PICTURES) break
  }
  return [...pictures.values()]
}

const isSign = (pixels: number | null): boolean => pixels !== null && pixels <= SIGN_PIXELS
/** What says no size stands behind what does, in its own order. */
const areaOf = ({ width, height }: { width: number | null; height: number | null }): number =>
  (width ?? 0) * (height ?? width ?? 0)

/** A video the page offers: its player, or the file itself. */
function videoOf(found: Gathered, data: LinkedData, base: string, pictures: PagePicture[]): PageVideo | null {
  const card = ['og:video:secure_url', 'og:video:url', 'og:video', 'twitter:player']
    .flatMap((name) => found.metas.get(name) ?? [])
    .map((url) => webUrl(url, base))
    .find((url) => url !== null)
  const url = card ?? webUrl(data.video?.url ?? null, base)
  if (!url) return null
  const stated = Number(found.metas.get('video:duration')?.[0] ?? found.metas.get('og:video:duration')?.[0])
  return {
    url,
    seconds:
      Number.isFinite(stated) && stated > 0 ? Math.round(stated) : secondsOf(data.video?.duration ?? null),
    still: webUrl(data.video?.still ?? null, base) ?? pictures[0]?.url ?? null,
  }
}

/** Seconds of an ISO 8601 duration of hours, minutes and seconds; null where it is none. */
function secondsOf(text: string | null): number | null {
  const parts = /^P(?:(\d{1,3})D)?T?(?:(\d{1,4})H)?(?:(\d{1,4})M)?(?:(\d{1,6})(?:\.\d+)?S)?$/.exec(
    text?.trim() ?? '',
  )
  if (!parts) return null
  const [, days = 0, hours = 0, minutes = 0, seconds = 0] = parts
  return Number(days) * 86_400 + Number(hours) * 3_600 + Number(minutes) * 60 + Number(seconds) || null
}
