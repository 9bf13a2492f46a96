// Source: Python feedparser 6.0.10 (Debian packages python3-feedparser and python3-sgmllib3k), run live as a
// second opinion, on gofeed's feeds (MIT, Debian package golang-github-mmcdole-gofeed-dev) and on feeds made
// here.
import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { FeedError, readFeed, type Feed } from '#core/feed'
import { plainText } from '#core/text'
import { randomFeed, type FeedKind } from '../support/randomFeeds'
import { askFeedparser, dataOf, report, withTitles } from './data'

const gofeed = dataOf('gofeed', 'usr/share/gocode/src/github.com/mmcdole/gofeed/testdata')

const READ = `
import base64, calendar, json, sys
import feedparser
def seconds(entry, name):
    found = entry.get(name + '_parsed') if name + '_parsed' in entry else None
    return calendar.timegm(found) if found else None
def entry_of(entry):
    return {
        'title': entry.get('title'), 'link': entry.get('link'), 'id': entry.get('id'), 'author': entry.get('author'),
        'published': seconds(entry, 'published'), 'updated': seconds(entry, 'updated'),
        'summary': entry.get('summary'), 'content': [one.get('value') for one in entry.get('content', [])],
        'categories': [tag.get('label') or tag.get('term') for tag in entry.get('tags', [])],
        'enclosures': [{'url': one.get('href'), 'type': one.get('type')} for one in entry.get('enclosures', [])],
    }
out = []
for case in json.load(sys.stdin):
    found = feedparser.parse(base64.b64decode(case['body']), response_headers={'content-location': 'https://paper.example/feed', 'content-type': case['type']})
    out.append({'title': found.feed.get('title'), 'link': found.feed.get('link'), 'language': found.feed.get('language'), 'entries': [entry_of(entry) for entry in found.entries]})
print(json.dumps(out))
`

interface Entry {
  title: string | null; link: string | null; id: string | null; author: string | null; published: number | null; updated: number | null
  summary: string | null; content: string[]; categories: (string | null)[]; enclosures: { url: string | null; type: string | null }[]
} // prettier-ignore
interface Found { title: string | null; link: string | null; language: string | null; entries: Entry[] } // prettier-ignore
interface Case { name: string; body: Buffer; type: string } // prettier-ignore

const words = (html: string | null | undefined): string | null =>
  html ? plainText(plainText(html)).replace(/\s+/g, ' ').trim() || null : null
const address = (url: string | null | undefined): string | null =>
  url && URL.canParse(url) ? new URL(url).href : null
const seconds = (instant: string | null | undefined): number | null =>
  instant ? Math.floor(Date.parse(instant) / 1000) : null

/** The addresses of links and pictures in a piece of HTML, as they came out absolute. */
function addressesIn(html: string | null | undefined): string {
  return [...(html ?? '').matchAll(/(?:href|src)="([^"]*)"/g)]
    .map((m) => address(plainText(m[1]!)) ?? '')
    .join(' ')
}

/** It gives the name with its mail address; ours is the name, or the address where there is none. */
function nameIn(author: string | null): string | null {
  const text = words(author)
  const [, outside, inside] = /^(.*?)\s*\(([^)]+)\)$/.exec(text ?? '') ?? []
  return [inside, outside].find((part) => part && !part.includes('@')) ?? text
}

type Difference = [field: string, ours: unknown, theirs: unknown]

function differences(feed: Feed, found: Found): { held: number; others: Difference[] } {
  const others: Difference[] = []
  let held = 0
  const compare = (field: string, ours: unknown, theirs: unknown): void => {
    if (theirs === null || theirs === undefined || theirs === '') return
    if (ours === theirs) held++
    else others.push([field, ours, theirs])
  }
  compare('title', words(feed.title), words(found.title))
  compare('link', feed.homeUrl, address(found.link))
  compare('language', feed.language, found.language)
  for (const [at, entry] of found.entries.entries()) {
    const item = feed.items[at]
    compare('item title', words(item?.title), words(entry.title))
    compare('item link', item?.url, address(entry.link))
    compare('item id', item?.id, entry.id)
    compare('item author', words(item?.author), nameIn(entry.author))
    compare('item published', seconds(item?.publishedAt), entry.published)
    compare('item updated', seconds(item?.updatedAt), entry.updated)
    const content = entry.content[0] ?? null
    // It gives content also as the summary where there is none.
    if (entry.summary !== content) compare('item summary', words(item?.summaryHtml), words(entry.summary))
    compare('item content', words(item?.contentHtml), words(content))
    compare(
      'item addresses',
      addressesIn(item?.contentHtml ?? item?.summaryHtml),
      addressesIn(content ?? entry.summary),
    )
    compare('item categories', item?.categories.map(words).join(), entry.categories.map(words).join())
    compare('item enclosure', item?.enclosures[0]?.url, address(entry.enclosures[0]?.url))
    compare('item enclosure type', item?.enclosures[0]?.type, entry.enclosures[0]?.type)
  }
  return { held, others }
}

function gofeedCases(): Case[] {
  return ['parser/atom', 'parser/rss', 'translator/atom', 'translator/rss'].flatMap((folder) =>
    readdirSync(`${gofeed!}/${folder}`)
      .filter((file) => file.endsWith('.xml'))
      .map((file) => ({
        name: `${folder}/${file}`,
        body: Buffer.from(withTitles(readFileSync(`${gofeed!}/${folder}/${file}`, 'utf8'))),
        type: 'application/xml; charset=utf-8',
      })),
  )
}

function ourRead(body: Buffer): Feed | null {
  try {
    return readFeed(body, { url: 'https://paper.example/feed', contentType: null })
  } catch (error) {
    if (error instanceof FeedError) return null
    throw error
  }
}

/** Why a value is read otherwise on purpose; null where no reason is known. */
function reasonFor(other: string): string | null {
  if (/link is null, not "http/.test(other)) return 'an id is not taken for an address'
  if (/entry_id_xml_base/.test(other)) return 'an id is a name and never made absolute (RFC 4287 §4.2.6)'
  if (/^rdf.*item updated is null/.test(other)) return 'feedparser takes dc:date for the date of a change'
  if (/author_multiple/.test(other)) return 'all authors are named'
  if (/not ","$/.test(other)) return 'markup inside a category hides its words from feedparser'
  return null
}

function compareAll(name: string, cases: Case[], atLeast: number): void {
  const found = askFeedparser<Found[]>(READ, cases.map(({ body, type }) => ({ body: body.toString('base64'), type }))) // prettier-ignore
  it.runIf(found)(`reads ${name} as we do`, () => {
    const others: string[] = []
    let held = 0
    for (const [index, { name, body }] of cases.entries()) {
      const feed = ourRead(body)
      if (!feed) continue
      const compared = differences(feed, found![index]!)
      held += compared.held
      others.push(
        ...compared.others.map(
          ([field, ours, theirs]) =>
            `${name}: ${field} is ${JSON.stringify(ours)}, not ${JSON.stringify(theirs)}`,
        ),
      )
    }
    report(`feedparser, on ${name}`, held, others.map((other) => `${other} (${reasonFor(other) ?? 'no reason'})`)) // prettier-ignore
    expect(others.filter((other) => reasonFor(other) === null)).toEqual([])
    expect(held).toBeGreaterThanOrEqual(atLeast)
  })
}

const KINDS: FeedKind[] = ['rss', 'atom', 'rdf']
const random = Array.from({ length: 60 }, (_, seed): Case => {
  const kind = KINDS[seed % 3]!
  return {
    name: `${kind} ${seed}`,
    body: Buffer.from(randomFeed(kind, seed, 5)),
    type: 'application/xml; charset=utf-8',
  }
})

describe('Python’s feedparser', () => {
  if (gofeed) compareAll('gofeed’s feeds', gofeedCases(), 359)
  compareAll('feeds put together by chance', random, 2363)
})
