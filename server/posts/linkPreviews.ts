import { readCardTask } from '#server/platform/pages/tasks'
import { HOUR, MINUTE } from '#core/instant'
import { leadsHome } from '#core/url'
import type { LinkPreview } from '#shared/posts/types'
import { useDb } from '#server/platform/db'
import { storeLinkPreview, linkPreviewOf } from './queries/linkPreviews'
import { webAddress } from '#server/platform/net/address'
import { httpRequest, type HttpResponse } from '#server/platform/net/httpRequest'
import { problem, ProblemError } from '#server/platform/http/problem'
import { realNow } from '#server/platform/clock'
import { runInThread, TaskStopped } from '#server/platform/jobs/pool'

/** How long an answer counts; what did not answer is asked again sooner. */
const GOOD_MS = 6 * HOUR
const BAD_MS = 5 * MINUTE
const MOST_BYTES = 3_000_000

const looking = new Map<string, Promise<LinkPreview>>()

/**
 * Looks at the page behind a post's link: whether it answers, whether it moved for good, and its card.
 * Remembered for some hours.
 */
export async function previewLink(text: string): Promise<LinkPreview> {
  const db = await useDb()
  const known = await linkPreviewOf(db, text)
  if (
    known &&
    realNow() - known.lookedAt < (known.kind === 'ok' || known.kind === 'moved' ? GOOD_MS : BAD_MS)
  )
    return { kind: known.kind, detail: known.detail, card: known.card }
  const mine = looking.get(text) ?? lookOnce(text).finally(() => looking.delete(text))
  looking.set(text, mine)
  return mine
}

async function lookOnce(text: string): Promise<LinkPreview> {
  const look = await lookNow(text)
  await storeLinkPreview(await useDb(), text, look, realNow())
  return look
}

async function lookNow(text: string): Promise<LinkPreview> {
  try {
    const url = webAddress(text)
    const answer = await httpRequest(url, {
      headers: { accept: 'text/html, application/xhtml+xml, */*;q=0.5' },
      maxBytes: MOST_BYTES,
    })
    if (answer.status === 404 || answer.status === 410)
      return {
        kind: 'dead',
        detail: problem('httpStatus', url.hostname, answer.status).message,
        card: null,
      }
    // Pages that turn away programs show people something: not the link's fault.
    if (answer.status >= 400)
      return {
        kind: 'unreachable',
        detail: problem('httpStatus', url.hostname, answer.status).message,
        card: null,
      }
    const card = /html/i.test(answer.headers['content-type'] ?? 'html') ? await cardOf(answer) : null
    // A page that leads home is gone, whether for good or not the site doesn't say.
    const end = leadsHome(url.href, answer.url) ? answer.url : answer.lastingUrl
    return end === url.href ? { kind: 'ok', detail: null, card } : { kind: 'moved', detail: end, card }
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    const isDead = error.code === 'unknownHost' || error.code === 'noAddress'
    return { kind: isDead ? 'dead' : 'unreachable', detail: error.message, card: null }
  }
}

/** A page's card; none where its page takes too long to read. */
async function cardOf({ body, url, headers }: HttpResponse): Promise<LinkPreview['card']> {
  try {
    return await runInThread('person', [`host:${new URL(url).hostname}`], readCardTask, {
      body,
      url,
      contentType: headers['content-type'] ?? null,
    })
  } catch (error) {
    if (error instanceof TaskStopped) return null
    throw error
  }
}
