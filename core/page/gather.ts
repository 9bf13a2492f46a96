import { scanHtml } from '../text/scanHtml'

/** What a page's elements say, as it stands there and in its order. */
export interface Gathered {
  base: string | null
  language: string | null
  /** Contents of `meta` elements by property or name, in lower case. */
  metas: Map<string, string[]>
  /** Values of microdata properties, by name. */
  items: Map<string, string[]>
  /** Texts of scripts that hold JSON-LD. */
  data: string[]
  canonical: string | null
  imageLink: string | null
  /** Where it says more of itself as data (https://oembed.com §4, discovery). */
  oEmbedLink: string | null
  title: string
  heading: string
  authorLink: string
  time: string | null
  images: { src: string; alt: string; width: number | null; height: number | null }[]
}

/**
 * Characters of one value, and how many values of one name, are gathered; a page may say either without end.
 */
const LONGEST = 2_000
const MOST_VALUES = 20
const MOST_IMAGES = 1_000
const MOST_DATA = 10
/** Characters of one script of data. */
const LONGEST_DATA = 300_000

/** Properties of https://schema.org that are read. */
const ITEM_NAMES = new Set([
  'headline',
  'name',
  'description',
  'author',
  'datepublished',
  'image',
  'thumbnailurl',
  'embedurl',
  'contenturl',
  'duration',
])
/** Elements whose text is gathered, each with what it is. */
type Place = 'title' | 'heading' | 'author' | 'data' | { item: string }

/** Goes through a page once and keeps what it says of itself. */
export function gather(html: string): Gathered {
  const found: Gathered = {
    base: null,
    language: null,
    metas: new Map(),
    items: new Map(),
    data: [],
    canonical: null,
    imageLink: null,
    oEmbedLink: null,
    title: '',
    heading: '',
    authorLink: '',
    time: null,
    images: [],
  }
  const open: { name: string; place: Place; text: string }[] = []
  let hidden = 0
  scanHtml(html, {
    onopentag: (name, attributes) => {
      if (name === 'svg' || name === 'template') hidden++
      readElement(found, name, attributes)
      const place = hidden > 0 ? null : placeOf(found, name, attributes)
      // Inside data nothing else begins; deeper than a few, nothing is a name.
      if (place && open.length < 8) open.push({ name, place, text: '' })
    },
    ontext: (text) => {
      for (const entry of open) {
        const most = entry.place === 'data' ? LONGEST_DATA : LONGEST
        if (entry.text.length < most) entry.text += text.slice(0, most - entry.text.length)
      }
    },
    onclosetag: (name) => {
      if (name === 'svg' || name === 'template') hidden--
      const last = open.findLastIndex((entry) => entry.name === name)
      if (last < 0) return
      for (const { place, text } of open.splice(last)) keepText(found, place, text)
    },
  })
  for (const { place, text } of open) keepText(found, place, text)
  return found
}

function readElement(found: Gathered, name: string, attributes: Record<string, string>): void {
  const { href, content } = attributes
  if (name === 'html') found.language ??= attributes['lang'] ?? attributes['xml:lang'] ?? null
  if (name === 'base' && href) found.base ??= href
  if (name === 'meta' && content)
    for (const key of [attributes['property'], attributes['name'], attributes['http-equiv']])
      if (key) add(found.metas, key, content)
  if (name === 'link' && href) {
    const rels = (attributes['rel'] ?? '').toLowerCase().split(/\s+/, 10)
    if (rels.includes('canonical')) found.canonical ??= href
    if (rels.includes('image_src')) found.imageLink ??= href
    if (rels.includes('alternate') && /^application\/json\+oembed$/i.test(attributes['type']?.trim() ?? ''))
      found.oEmbedLink ??= href
  }
  if (name === 'time' && attributes['datetime']) found.time ??= attributes['datetime'].slice(0, 100)
  if (name === 'img') readImage(found, attributes)
  const value = content ?? attributes['datetime'] ?? (name === 'img' ? attributes['src'] : href)
  const item = itemOf(attributes)
  if (item && value) add(found.items, item, value)
}

function readImage(found: Gathered, attributes: Record<string, string>): void {
  // Pages that load pictures late name the true one beside a placeholder (common practice).
  const src = attributes['data-src'] ?? attributes['data-original'] ?? attributes['src'] ?? ''
  if (src === '' || src.length > LONGEST || found.images.length >= MOST_IMAGES) return
  found.images.push({
    src,
    alt: (attributes['alt'] ?? '').slice(0, LONGEST),
    width: pixels(attributes['width']),
    height: pixels(attributes['height']),
  })
}

const pixels = (text: string | undefined): number | null =>
  text !== undefined && /^\s*\d{1,5}(?:px)?\s*$/.test(text) ? Number.parseInt(text, 10) : null

const itemOf = (attributes: Record<string, string>): string | null => {
  const name = (attributes['itemprop'] ?? '').toLowerCase().split(/\s+/, 1)[0]!
  return ITEM_NAMES.has(name) ? name : null
}

function placeOf(found: Gathered, name: string, attributes: Record<string, string>): Place | null {
  if (name === 'script') return /^\s*application\/ld\+json\b/i.test(attributes['type'] ?? '') ? 'data' : null
  if (name === 'title' && found.title === '') return 'title'
  if (name === 'h1' && found.heading === '') return 'heading'
  if (name === 'a' && /\bauthor\b/i.test(attributes['rel'] ?? '') && found.authorLink === '') return 'author'
  const item = itemOf(attributes)
  return item && !attributes['content'] && !attributes['datetime'] && name !== 'img' && name !== 'meta'
    ? { item }
    : null
}

function keepText(found: Gathered, place: Place, text: string): void {
  if (place === 'data') {
    if (found.data.length < MOST_DATA && text.length < LONGEST_DATA) found.data.push(text)
  } else if (place === 'title') found.title ||= text
  else if (place === 'heading') found.heading ||= text
  else if (place === 'author') found.authorLink ||= text
  else if (text.trim() !== '') add(found.items, place.item, text)
}

function add(values: Map<string, string[]>, name: string, value: string): void {
  const key = name.trim().toLowerCase().slice(0, 60)
  const known = values.get(key) ?? []
  if (known.length < MOST_VALUES) values.set(key, [...known, value.slice(0, LONGEST)])
}
