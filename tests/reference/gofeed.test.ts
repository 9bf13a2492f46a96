// Source: gofeed's test data (MIT), Debian package golang-github-mmcdole-gofeed-dev: feeds with what they should be read as.
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { readFeed, type Feed, type FeedItem } from '../../core/feed'
import { plainText } from '../../core/text'

const data = fileURLToPath(new URL('../../.cache/references/gofeed/usr/share/gocode/src/github.com/mmcdole/gofeed/testdata', import.meta.url))
const there = existsSync(data)
if (!there) console.info('gofeed: not run, its data is not in the cache')

interface Person { name?: string; email?: string } // prettier-ignore
interface Wanted {
  title?: string
  link?: string
  feedLink?: string
  language?: string
  items?: { title?: string; link?: string; guid?: string; author?: Person; publishedParsed?: string; updatedParsed?: string; categories?: string[]; description?: string; content?: string; enclosures?: { url?: string; type?: string; length?: string }[] }[]
} // prettier-ignore

/** HTML is compared by the words a person reads: ours is made safe and its addresses absolute. */
const words = (html: string | null | undefined): string => plainText(html ?? '').replace(/\s+/g, ' ')
const instant = (text: string): number => Date.parse(text)
const address = (url: string | undefined): string | undefined => (url && URL.canParse(url) ? new URL(url).href : url)
/** Most cases hold one field alone; items in which a person could read nothing are left out by ours, so such get a title. */
const withTitles = (xml: string): string => xml.replace(/<(item|entry)([^>]*)>(?![\s\S]*?<title[\s\S]*?<\/\1>)/g, '<$1$2><title>Given</title>')

type Compare = [name: string, wanted: unknown, got: unknown]

function compareFeed(wanted: Wanted, feed: Feed): Compare[] {
  const values: Compare[] = []
  const add = (name: string, theirs: unknown, ours: unknown): void => {
    if (theirs !== undefined && theirs !== '') values.push([name, theirs, ours])
  }
  add('title', wanted.title && words(wanted.title), feed.title)
  add('link', address(wanted.link), feed.homeUrl)
  add('self', address(wanted.feedLink), feed.selfUrl)
  add('language', wanted.language, feed.language)
  for (const [at, item] of (wanted.items ?? []).entries()) values.push(...compareItem(item, feed.items[at]))
  return values
}

function compareItem(wanted: NonNullable<Wanted['items']>[number], item: FeedItem | undefined): Compare[] {
  const values: Compare[] = []
  const add = (name: string, theirs: unknown, ours: unknown): void => {
    if (theirs !== undefined && theirs !== '') values.push([`item ${name}`, theirs, ours])
  }
  add('title', wanted.title && words(wanted.title), item?.title)
  add('link', address(wanted.link), item?.url)
  add('id', wanted.guid, item?.id)
  add('author', wanted.author?.name ?? wanted.author?.email, item?.author)
  add('published', wanted.publishedParsed && instant(wanted.publishedParsed), item?.publishedAt && instant(item.publishedAt))
  add('updated', wanted.updatedParsed && instant(wanted.updatedParsed), item?.updatedAt && instant(item.updatedAt))
  add('categories', wanted.categories?.join(), item?.categories.join())
  add('summary', wanted.description && words(wanted.description), words(item?.summaryHtml))
  add('content', wanted.content && words(wanted.content), words(item?.contentHtml))
  add('enclosure', wanted.enclosures?.[0]?.url, item?.enclosures[0]?.url)
  return values
}

function casesIn(folder: string): { name: string; feed: Buffer; wanted: Wanted }[] {
  const path = `${data}/${folder}`
  return readdirSync(path)
    .filter((file) => file.endsWith('.xml') || (folder.endsWith('json') && file.endsWith('.json') && !file.includes('_expected')))
    .flatMap((file) => {
      const json = `${path}/${file.replace(/\.xml$/, '.json')}`
      return file.endsWith('.xml') && existsSync(json)
        ? [{ name: `${folder}/${file}`, feed: readFileSync(`${path}/${file}`), wanted: JSON.parse(readFileSync(json, 'utf8')) as Wanted }]
        : []
    })
}

describe.runIf(there)('gofeed', () => {
  const cases = there ? ['translator/atom', 'translator/rss'].flatMap(casesIn) : []

  it('reads its feeds as it says', () => {
    let held = 0
    const others: string[] = []
    for (const { name, feed, wanted } of cases) {
      const read = readFeed(withTitles(feed.toString('utf8')), { url: 'https://paper.example/feed' })
      for (const [value, theirs, ours] of compareFeed(wanted, read)) {
        if (theirs === ours) held++
        else others.push(`${name}: ${value} is ${JSON.stringify(ours)}, not ${JSON.stringify(theirs)}`)
      }
    }
    console.info(`gofeed: ${held} of ${held + others.length} values hold\n${others.join('\n')}`)
    // The one that does not: gofeed takes the date of a change for that of publishing, where none is given.
    expect(held).toBeGreaterThanOrEqual(45)
    expect(others.length).toBeLessThanOrEqual(1)
  })
})
