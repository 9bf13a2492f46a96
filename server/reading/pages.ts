import { readPageTask } from './tasks'
import { DAY } from '#core/instant'
import type { Message } from '#core/message'
import { note } from '#shared/messages'
import { storeMessages } from '#server/platform/db/messages'
import { now, realNow } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import {
  articleForBrand,
  updateArticle,
  type ArticleForBrand,
  type ArticleRow,
  putToMatch,
} from '#server/articles'
import { feedById } from '#server/sources'
import { webAddress } from '#server/platform/net/address'
import { httpRequest } from '#server/platform/net/httpRequest'
import { problem, ProblemError } from '#server/platform/http/problem'
import { runInThread, TaskStopped } from '#server/platform/jobs/pool'
import { matchStored } from '#server/watches'

/**
 * What a feed gives without calling it the content is a summary up to so many characters, and the text itself
 * from there on.
 */
const SUMMARY_CHARACTERS = 2_000
/** A page that gave nothing is asked once more after this long. */
const ASK_AGAIN_MS = DAY

type Texts = Pick<ArticleRow, 'title' | 'content_html' | 'page_html' | 'text' | 'url' | 'page_at'>

/** Where an article's text is from; null where there is only a summary. */
export function textFrom(row: Texts): 'feed' | 'page' | null {
  if (row.content_html !== null) return 'feed'
  if (row.page_html !== null) return 'page'
  // What has no title is a note, such as people post on networks: short, and whole.
  return row.title === null || row.text.length > SUMMARY_CHARACTERS ? 'feed' : null
}

/** Whether an article's own page may have the text that its feed does not give. */
export const mayLookAtPage = (row: Texts): boolean =>
  textFrom(row) === null && row.url !== null && (row.page_at === null || now() - row.page_at > ASK_AGAIN_MS)

const looking = new Map<string, Promise<void>>()

/**
 * Fetches the page of an article whose feed gives only a summary, and keeps its main text with the article;
 * where there is none, why. Two who want the same page at once get the same fetch.
 */
export async function lookAtPage(brandId: string, id: string): Promise<void> {
  const row = await articleForBrand(await useDb(), brandId, id)
  if (!row) throw problem('notFound')
  if (!mayLookAtPage(row)) return
  const mine = looking.get(id) ?? lookOnce(row).finally(() => looking.delete(id))
  looking.set(id, mine)
  await mine
}

async function lookOnce(row: ArticleForBrand): Promise<void> {
  const found = await mainText(row)
  const patch =
    'message' in found
      ? { page_at: now(), page_message: storeMessages([found.message]) }
      : {
          page_html: found.html,
          page_at: now(),
          page_message: null,
          text: found.text,
          image: row.image ?? found.image,
          indexed: 0,
        }
  await inTransaction(async (db) => {
    await updateArticle(db, row.id, patch)
    // Watches look at the whole text as well.
    if ('html' in found) await putToMatch(db, [row.id], false, realNow())
  })
  if ('html' in found) await markWithPage(await useDb(), { ...row, ...patch })
}

async function markWithPage(db: Db, row: ArticleForBrand): Promise<void> {
  const feed = await feedById(db, row.feed_id)
  if (feed) await matchStored(feed, [row], false)
}

type Found = { html: string; text: string; image: string | null } | { message: Message }

async function mainText(row: ArticleForBrand): Promise<Found> {
  try {
    const url = webAddress(row.url!)
    const answer = await httpRequest(url, { headers: { accept: 'text/html, application/xhtml+xml' } })
    if (answer.status !== 200) return { message: problem('httpStatus', url.hostname, answer.status).reason }
    const type = answer.headers['content-type'] ?? ''
    if (type !== '' && !/html/i.test(type))
      return { message: note('page.other-type', { type: type.split(';')[0]!.slice(0, 60) }) }
    const found = await runInThread('person', [`host:${url.hostname}`], readPageTask, {
      body: answer.body,
      url: answer.url,
      contentType: type || null,
    })
    // A page behind a wall has often less than the summary has; where there is no text of its own, an
    // article's text is its summary's.
    return found && found.text.length > row.text.length ? found : { message: note('page.no-text') }
  } catch (error) {
    if (error instanceof ProblemError) return { message: error.reason }
    if (error instanceof TaskStopped) return { message: note('page.heavy') }
    return { message: note('page.unreadable') }
  }
}
