// Source: gofeed's test data (MIT), Debian package golang-github-mmcdole-gofeed-dev: feeds with what they
// should be read as, as its parsers see them (folder parser) and as one common form (folder translator).
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { FeedError, readFeed, type Feed, type FeedItem } from '#core/feed'
import { plainText } from '#core/text'
import { dataOf, report, withTitles } from './data'
import { saidError } from '../support/said'

const data = dataOf('gofeed', 'usr/share/gocode/src/github.com/mmcdole/gofeed/testdata')

interface Person { name?: string; email?: string; uri?: string } // prettier-ignore
interface Link { href?: string; rel?: string } // prettier-ignore
interface Enclosure { url?: string; type?: string; length?: string } // prettier-ignore
/** The names of its three forms together; each case holds a few of them. */
interface Wanted {
  title?: string; link?: string; feedLink?: string; language?: string; description?: string; subtitle?: string; ttl?: string
  home_page_url?: string; feed_url?: string; authors?: Person[]; links?: (Link | string)[]; items?: WantedItem[]; entries?: WantedItem[]
} // prettier-ignore
interface WantedItem {
  title?: string; link?: string; url?: string; guid?: string | { value?: string }; id?: string; author?: Person | string; authors?: Person[]
  links?: (Link | string)[]; publishedParsed?: string; updatedParsed?: string; pubDateParsed?: string; date_published?: string; date_modified?: string
  categories?: (string | { term?: string; label?: string; value?: string })[]; tags?: string[]; description?: string; summary?: string
  content?: string | { value?: string; src?: string }; content_html?: string; enclosures?: Enclosure[]; enclosure?: Enclosure
} // prettier-ignore

/**
 * Text is compared by the words a person reads: ours is made safe, its entities read and its addresses
 * absolute.
 */
const words = (html: string): string => plainText(plainText(html)).replace(/\s+/g, ' ').trim()
const address = (url: string | undefined): string | undefined =>
  url && URL.canParse(url) ? new URL(url).href : url
const isWeb = (url: string | undefined): boolean => /^https?:/.test(url ?? '')
class Comparison {
  held = 0
  /** Of them, values of title, link, id and date. */
  heldOfMain = 0
  readonly others: string[] = []
  readonly #name: string

  constructor(name: string) {
    this.#name = name
  }

  add(field: string, theirs: unknown, ours: unknown): void {
    if (theirs === undefined || theirs === '' || theirs === null) return
    if (theirs === ours) {
      this.held++
      if (/title|link|home|self|id|published|updated/.test(field)) this.heldOfMain++
    } else
      this.others.push(`${this.#name}: ${field} is ${JSON.stringify(ours)}, not ${JSON.stringify(theirs)}`)
  }

  words(field: string, theirs: string | undefined, ours: string | null | undefined): void {
    if (theirs) this.add(field, words(theirs), ours && words(ours))
  }

  instant(field: string, theirs: string | undefined, ours: string | null | undefined): void {
    if (theirs) this.add(field, Date.parse(theirs), ours && Date.parse(ours))
  }
}

function compareFeed(of: Comparison, wanted: Wanted, feed: Feed): void {
  of.words('title', wanted.title, feed.title)
  of.words('description', wanted.subtitle ?? wanted.description, feed.description)
  of.add(
    'home',
    address(wanted.link ?? wanted.home_page_url ?? linkWith(wanted.links, 'alternate')),
    feed.homeUrl,
  )
  of.add('self', address(wanted.feedLink ?? wanted.feed_url ?? linkWith(wanted.links, 'self')), feed.selfUrl)
  of.add('language', wanted.language, feed.language)
  of.add('ttl', wanted.ttl && Number(wanted.ttl), feed.ttlMinutes)
  for (const [at, item] of (wanted.items ?? wanted.entries ?? []).entries())
    compareItem(of, item, feed.items[at])
}

function compareItem(of: Comparison, wanted: WantedItem, item: FeedItem | undefined): void {
  of.words('item title', wanted.title, item?.title)
  const link = wanted.link ?? wanted.url ?? linkWith(wanted.links, 'alternate')
  if (isWeb(link)) of.add('item link', address(link), item?.url)
  of.add(
    'item id',
    typeof wanted.guid === 'object' ? wanted.guid.value : (wanted.guid ?? wanted.id),
    item?.id,
  )
  of.words('item author', nameOf(wanted), item?.author)
  of.instant(
    'item published',
    wanted.publishedParsed ?? wanted.pubDateParsed ?? wanted.date_published,
    item?.publishedAt,
  )
  of.instant('item updated', wanted.updatedParsed ?? wanted.date_modified, item?.updatedAt)
  const categories = (wanted.categories ?? wanted.tags)?.map((category) =>
    typeof category === 'string' ? category : (category.label ?? category.term ?? category.value),
  )
  of.add(
    'item categories',
    categories?.map((category) => words(category ?? '')).join(),
    item?.categories.map(words).join(),
  )
  of.words('item summary', wanted.summary ?? wanted.description, item?.summaryHtml)
  of.words(
    'item content',
    typeof wanted.content === 'object' ? wanted.content.value : (wanted.content ?? wanted.content_html),
    item?.contentHtml,
  )
  if (typeof wanted.content === 'object')
    of.add('item content source', address(wanted.content.src), item?.url)
  const enclosure = wanted.enclosures?.[0] ?? wanted.enclosure
  of.add('item enclosure address', address(enclosure?.url), item?.enclosures[0]?.url)
  of.add('item enclosure type', enclosure?.type, item?.enclosures[0]?.type)
  of.add('item enclosure length', enclosure?.length && Number(enclosure.length), item?.enclosures[0]?.length)
}

function linkWith(links: (Link | string)[] | undefined, rel: string): string | undefined {
  return links?.flatMap((link) =>
    typeof link === 'object' && (link.rel ?? 'alternate') === rel && isWeb(link.href) ? [link.href!] : [],
  )[0]
}

function nameOf({ author, authors }: WantedItem): string | undefined {
  if (typeof author === 'string') return words(author)
  return (authors ?? (author ? [author] : []))
    .flatMap((person) => person.name ?? person.email ?? [])
    .join(', ')
}

interface Case { name: string; feed: Buffer; wanted: Wanted | null } // prettier-ignore

function casesIn(folder: string): Case[] {
  const path = `${data!}/${folder}`
  return readdirSync(path)
    .filter((file) => /\.(xml|json)$/.test(file) && !isExpectation(path, file))
    .map((file) => {
      const json = [file.replace(/\.xml$/, '.json'), file.replace(/\.json$/, '_expected.json')].find(
        (one) => one !== file && existsSync(`${path}/${one}`),
      )
      return {
        name: `${folder}/${file}`,
        feed: readFileSync(`${path}/${file}`),
        wanted: json ? (JSON.parse(readFileSync(`${path}/${json}`, 'utf8')) as Wanted) : null,
      }
    })
}

const isExpectation = (path: string, file: string): boolean =>
  file.endsWith('_expected.json') ||
  (file.endsWith('.json') && existsSync(`${path}/${file.replace(/\.json$/, '.xml')}`))

const at = { url: 'https://paper.example/feed' }

/** What is read otherwise on purpose. */
const REASONS: Record<string, string> = {
  'parser/atom/entry_id_xml_base.xml': 'an id is a name and never made absolute (RFC 4287 §4.2.6)',
  'parser/rss/rss_channel_item_guid_naked_markup.xml': 'an id is the text of its element, not its markup',
  'translator/atom/feed_item_updated_-_atom03_feed_entry_modified.xml':
    'a date of a change is not taken for one of publishing',
}

describe.runIf(data)('gofeed', () => {
  const cases = data
    ? [
        'parser/atom',
        'parser/rss',
        'parser/json',
        'translator/atom',
        'translator/rss',
        'translator/json',
      ].flatMap(casesIn)
    : []

  it('reads its feeds as it says', () => {
    let [held, heldOfMain] = [0, 0]
    const others: string[] = []
    for (const { name, feed, wanted } of cases) {
      if (!wanted) continue
      const of = new Comparison(name)
      try {
        compareFeed(
          of,
          wanted,
          readFeed(name.endsWith('.xml') ? withTitles(feed.toString('utf8')) : feed, at),
        )
      } catch (error) {
        of.others.push(`${name}: ${String(error)}`)
      }
      held += of.held
      heldOfMain += of.heldOfMain
      others.push(...of.others)
    }
    const reasonOf = (other: string): string | undefined => REASONS[other.split(': ')[0]!]
    report('gofeed', held, others.map((other) => `${other} (${reasonOf(other) ?? 'no reason'})`)) // prettier-ignore
    expect(others.filter((other) => !reasonOf(other))).toEqual([])
    console.info(
      `gofeed, title, link, id and date alone: ${heldOfMain} of ${heldOfMain + others.filter((other) => /: item (title|id|published)/.test(other)).length}`,
    )
    expect(held).toBeGreaterThanOrEqual(312)
  })

  it('refuses what it refuses, with a sentence, and reads the rest of its whole feeds', () => {
    const refused = casesIn('parser/universal').flatMap(({ name, feed }) => {
      try {
        return readFeed(feed, at).items.length >= 0 ? [] : [name]
      } catch (error) {
        return error instanceof FeedError && saidError(error).length > 20
          ? [name.split('/').at(-1)]
          : [String(error)]
      }
    })
    expect(refused.toSorted()).toEqual(['empty_feed.xml', 'invalid.json', 'unknown_feed.xml'])
  })
})
