import { readOEmbed, type OEmbedFacts, type PageFacts, type PagePicture } from '#core/page'
import type { Captured } from '#shared/capture/types'
import { note } from '#shared/messages'
import { LIMITS } from '#shared/platform/limits'
import { webAddress } from '#server/platform/net/address'
import { httpRequest } from '#server/platform/net/httpRequest'
import { problem, ProblemError } from '#server/platform/http/problem'
import { runInThread, TaskStopped } from '#server/platform/jobs/pool'
import type { Received } from '#server/platform/pages/readCard'
import { readPageTask } from '#server/reading/tasks'
import type { Actor } from '#server/platform/changes/actor'
import type { Looked } from './looked'
import { readPdfFile } from './pdfFile'
import { pageFactsTask } from './tasks'

const LONGEST_TITLE = 300
/** Characters of a page's text that are kept with a clipping. */
const LONGEST_TEXT = 100_000

interface Given {
  url: string | null
  title: string
  words: string
  pictureUrl: string | null
}

/** One line of what a browser gave, cut to what a title may hold. */
const oneLine = (text: string): string =>
  text.slice(0, 10_000).replace(/\s+/g, ' ').trim().slice(0, LONGEST_TITLE)

/** What is known of a capture from its address and what was selected alone. */
export function capturedFrom(given: Given): Captured {
  const url = given.url === null ? null : webUrl(given.url)
  const pictureUrl = given.pictureUrl === null ? null : webUrl(given.pictureUrl)
  return {
    url,
    title: oneLine(given.title),
    description: '',
    author: null,
    site: url === null ? null : new URL(url).hostname.replace(/^www\./, ''),
    language: null,
    publishedAt: null,
    words: given.words.slice(0, LIMITS.quote).trim(),
    text: '',
    textFrom: null,
    pictures: pictureUrl === null ? [] : [pictureOf(pictureUrl)],
    pictureUrl,
    video: null,
    pdf: null,
    feeds: [],
  }
}

/** An address as it is opened; null for any that is not of the web (`javascript:`, `data:`, `about:` …). */
const webUrl = (text: string): string | null =>
  /^https?:\/\//i.test(text) && URL.canParse(text) ? new URL(text).href : null

const pictureOf = (url: string): PagePicture => ({ url, width: null, height: null, description: null })

/** What is known with the page read: what the person saw themselves goes before what the page says. */
function withPage(captured: Captured, facts: PageFacts, text: string, from: 'browser' | 'server'): Captured {
  const pressed = captured.pictureUrl
  const shown = facts.pictures.filter(({ url }) => url !== pressed)
  const known = facts.pictures.find(({ url }) => url === pressed)
  return {
    ...captured,
    // A short link leads elsewhere; what the browser showed is where one is.
    url: facts.canonicalUrl ?? (from === 'server' ? facts.url : captured.url),
    title: facts.title ?? captured.title,
    description: facts.description ?? '',
    author: facts.author,
    site: facts.siteName ?? captured.site,
    language: facts.language,
    publishedAt: facts.publishedAt,
    text: text.slice(0, LONGEST_TEXT),
    textFrom: text === '' ? null : from,
    pictures: [...(pressed === null ? [] : [known ?? pictureOf(pressed)]), ...shown],
    video: facts.video,
    feeds: facts.feeds.map(({ url, title }) => ({ url, title })),
  }
}

/** Reads the page as the person's browser shows it. Never throws for what the page is. */
export const readFromBrowser = (captured: Captured, html: string): Promise<Looked> =>
  readReceived(
    captured,
    { body: Buffer.from(html), url: captured.url ?? 'about:blank', contentType: 'text/html; charset=utf-8' },
    'browser',
  )

/** Fetches the page behind the address and reads it. Never throws for what the page or its host is. */
export async function readFromWeb(actor: Actor, captured: Captured): Promise<Looked> {
  try {
    const url = webAddress(captured.url!)
    const answer = await httpRequest(url, {
      headers: { accept: 'text/html, application/xhtml+xml, */*;q=0.5' },
      maxBytes: (type) => (isPdf(type) ? LIMITS.pdfBytes : LIMITS.pageBytes),
    })
    if (answer.status !== 200)
      return { captured, message: problem('httpStatus', url.hostname, answer.status).reason }
    const type = answer.headers['content-type'] ?? ''
    if (/^image\//i.test(type)) return { captured: asPicture(captured), message: null }
    if (isPdf(type)) return await readPdfFile(actor, captured, answer.body)
    if (type !== '' && !/html/i.test(type))
      return { captured, message: note('page.other-type', { type: type.split(';')[0]!.slice(0, 60) }) }
    return await readReceived(
      captured,
      { body: answer.body, url: answer.url, contentType: type || null },
      'server',
    )
  } catch (error) {
    if (error instanceof ProblemError) return { captured, message: error.reason }
    throw error
  }
}

const isPdf = (type: string): boolean => /^application\/(?:x-)?pdf\b/i.test(type)

/** The address is that of a picture itself. */
const asPicture = (captured: Captured): Captured => ({
  ...captured,
  pictureUrl: captured.url,
  pictures: [pictureOf(captured.url!)],
})

async function readReceived(captured: Captured, page: Received, from: 'browser' | 'server'): Promise<Looked> {
  const userKeys = [`host:${URL.canParse(page.url) ? new URL(page.url).hostname : ''}`]
  try {
    const facts = await runInThread('person', userKeys, pageFactsTask, page)
    const [text, more] = await Promise.all([textOf(userKeys, page), oEmbedOf(facts)])
    return { captured: withPage(captured, withOEmbed(facts, more), text, from), message: null }
  } catch (error) {
    if (error instanceof TaskStopped) return { captured, message: note('page.heavy') }
    throw error
  }
}

/** Bytes of an oEmbed answer: a few lines. */
const OEMBED_BYTES = 64 * 1024

/** What a page's oEmbed data says, where the page itself shows no video; null for nothing. */
async function oEmbedOf({ url, video, oEmbedUrl }: PageFacts): Promise<OEmbedFacts | null> {
  if (video !== null || oEmbedUrl === null) return null
  try {
    const answer = await httpRequest(webAddress(oEmbedUrl), {
      headers: { accept: 'application/json' },
      maxBytes: OEMBED_BYTES,
    })
    return answer.status === 200 ? readOEmbed(new TextDecoder().decode(answer.body), url) : null
  } catch (error) {
    // The page is known all the same.
    if (error instanceof ProblemError) return null
    throw error
  }
}

/** A page's own words go before its data's. */
function withOEmbed(facts: PageFacts, more: OEmbedFacts | null): PageFacts {
  if (more === null) return facts
  const still = more.video?.still
  const isNew = still && !facts.pictures.some(({ url }) => url === still)
  return {
    ...facts,
    title: facts.title ?? more.title,
    author: facts.author ?? more.author,
    siteName: facts.siteName ?? more.siteName,
    video: more.video,
    pictures: isNew
      ? [{ url: still, width: null, height: null, description: null }, ...facts.pictures]
      : facts.pictures,
  }
}

/** The page's main text; '' where none is found, or finding it would take too much. */
async function textOf(userKeys: string[], page: Received): Promise<string> {
  try {
    return (await runInThread('person', userKeys, readPageTask, page))?.text ?? ''
  } catch {
    // What it says of itself is known all the same.
    return ''
  }
}
