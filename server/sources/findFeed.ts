import { findFeedsTask, type ReadFeedResult } from './tasks'
import { usualPlaces } from '#core/feed'
import type { FoundSource } from '#shared/sources/types'
import { useDb } from '#server/platform/db'
import * as sources from './queries/sources'
import { webAddress } from '#server/platform/net/address'
import { httpRequest, type HttpResponse } from '#server/platform/net/httpRequest'
import { problem, ProblemError } from '#server/platform/http/problem'
import { runInThread } from '#server/platform/jobs/pool'
import type { LaneName } from '#server/platform/jobs/lanes'
import { atField } from '#server/platform/http/atField'
import { readAnswer } from './feeds'
import { profilePage } from '#server/networks'

/** Bytes in which a page says that it is one. */
const HEAD_BYTES = 1_000
/** Feeds named by a page that are tried in turn when the first can't be read. */
const MOST_NAMED = 5
/** What stands in an address for the words of a search; the second as OpenSearch 1.1 writes it. */
const PLACE_FOR_WORDS = /\{(?:words|searchTerms)\??\}/g

interface Looked {
  answer: HttpResponse
  read: ReadFeedResult
  feeds: FoundSource['feeds']
}

/**
 * Looks for the feed of an address: the address itself, what its page names, or the usual places.
 * `@name@host` is a profile on a network; an address with `{words}` in it is a search, asked with the words
 * given.
 */
export async function look(brandId: string, input: { address: string; words: string }): Promise<FoundSource> {
  const address = searchAddress(input)
  const { answer, read, feeds } = await atField('address', async () =>
    findFeed((await profilePage(address)) ?? address, 'person'),
  )
  const db = await useDb()
  const feed = await sources.feedByUrl(db, answer.lastingUrl)
  const known = feed ? await sources.sourceOfFeed(db, brandId, feed.id) : undefined
  return {
    feeds,
    url: answer.lastingUrl,
    title: read.feed.title ?? new URL(answer.url).hostname,
    homeUrl: read.feed.homeUrl,
    format: read.feed.format,
    newest: read.feed.items
      .slice(0, 4)
      .map((item) => ({ title: item.title ?? item.url ?? item.id, at: item.publishedAt })),
    known: known?.label ?? null,
  }
}

function searchAddress({ address, words }: { address: string; words: string }): string {
  if (address.search(PLACE_FOR_WORDS) < 0) return address
  if (words === '') throw problem('searchWords').at('words')
  return address.replace(PLACE_FOR_WORDS, encodeURIComponent(words))
}

/**
 * The feed of an address: its own, the first readable one its page names, or one in the usual places. Throws
 * a ProblemError where there is none.
 */
export async function findFeed(address: string, lane: LaneName): Promise<Looked> {
  const url = webAddress(address)
  const answer = await httpRequest(url)
  if (answer.status !== 200) throw problem('httpStatus', url.hostname, answer.status)
  if (!isPage(answer))
    return {
      answer,
      read: await readAnswer(answer, lane),
      feeds: [{ url: answer.lastingUrl, title: null, type: null }],
    }
  const contentType = answer.headers['content-type'] ?? null
  const named = await runInThread(lane, [`host:${url.hostname}`], findFeedsTask, {
    body: answer.body,
    url: answer.url,
    contentType,
  })
  for (const candidate of named.slice(0, MOST_NAMED)) {
    const found = await readCandidate(candidate.url, lane)
    if (found) return { ...found, feeds: named }
  }
  for (const place of usualPlaces(answer.url)) {
    const found = await readCandidate(place, lane)
    if (found) return { ...found, feeds: [{ url: found.answer.lastingUrl, title: null, type: null }] }
  }
  throw problem('noFeedOnPage', url.hostname)
}

const isPage = ({ headers, body }: HttpResponse): boolean =>
  /text\/html|application\/xhtml/i.test(headers['content-type'] ?? '') ||
  /^\s*(<!doctype html|<html)/i.test(Buffer.from(body.subarray(0, HEAD_BYTES)).toString('latin1'))

async function readCandidate(url: string, lane: LaneName): Promise<Omit<Looked, 'feeds'> | null> {
  try {
    const answer = await httpRequest(url)
    return answer.status === 200 ? { answer, read: await readAnswer(answer, lane) } : null
  } catch (error) {
    if (error instanceof ProblemError) return null
    throw error
  }
}

/** Reads the feed at an address that is one. Throws a ProblemError where it is none. */
export async function readAt(
  address: string,
  lane: LaneName,
): Promise<{ answer: HttpResponse; read: ReadFeedResult }> {
  const url = webAddress(address)
  const answer = await httpRequest(url)
  if (answer.status !== 200) throw problem('httpStatus', url.hostname, answer.status)
  return { answer, read: await readAnswer(answer, lane) }
}
