import { say } from '#shared/messages'
import { messagesOf } from '#server/platform/db/messages'
import { sayWatch } from '#shared/watches/messages'
import { isMapOf, isText, readJson, readTexts } from '#shared/platform/json'
import { showArticleTask } from './tasks'
import { toInstant } from '#core/instant'
import type { ArticleFull, ArticleSummary, SourceOfArticle } from '#shared/reading/types'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import * as articles from '#server/articles'
import { passagesOf } from '#server/clippings'
import { sentOfArticle, sentOfFeed } from '#server/delivery'
import { sourceById } from '#server/sources'
import { watchesOf, watchArticleOf } from '#server/watches'
import { problem } from '#server/platform/http/problem'
import { runInThread } from '#server/platform/jobs/pool'
import type { Actor } from '#server/platform/changes/actor'
import { withMarks } from './articles'
import { mayLookAtPage, textFrom } from './pages'
import { draftOf, usualHashtags, usualOf, type Usual } from '#server/posts'

/** One article whole, as the sheet shows it. */
export async function article(actor: Actor, id: string): Promise<ArticleFull> {
  const { brandId } = actor
  const db = await useDb()
  const row = await articles.articleForBrand(db, brandId, id)
  if (!row) throw problem('notFound')
  const [summary] = await withMarks(db, brandId, [row])
  const source = await sourceOf(
    db,
    brandId,
    row,
    summary!.watches.map(({ id }) => id),
  )
  const shown = await worksOut(db, brandId, row, summary!)
  return {
    ...summary!,
    url: row.url,
    html: shown.html,
    textFrom: textFrom(row),
    pageWaits: mayLookAtPage(row),
    pageMessage: row.page_message === null ? null : say(messagesOf(row.page_message)),
    reason: shown.reason,
    language: (await sourceById(db, brandId, row.source_id))?.language ?? row.language,
    categories: readTexts(row.categories_json),
    minutes: shown.minutes,
    shared: (await sentOfArticle(db, brandId, id)).map((sent) => ({
      at: toInstant(sent.sent_at),
      account: sent.account,
      text: sent.text,
    })),
    source,
    opened: await articles.isOpened(db, brandId, id),
    passages: await passagesOf(db, brandId, id),
    draft: await draftOf(db, actor, id),
  }
}

/**
 * What is worked out of an article as it is shown, in a thread, since its text may be long: its kept HTML
 * made safe once more, and why it is here: what the watches that mark it find, looked for once more, so that
 * it is said where.
 */
async function worksOut(
  db: Db,
  brandId: string,
  row: articles.ArticleForBrand,
  { watches }: ArticleSummary,
): Promise<Pick<ArticleFull, 'html' | 'minutes' | 'reason'>> {
  const source = await sourceById(db, brandId, row.source_id)
  const queries = new Map((await watchesOf(db, brandId)).map((watch) => [watch.id, watch.query]))
  const { html, minutes, reasons } = await runInThread('person', [`brand:${brandId}`], showArticleTask, {
    html: row.content_html ?? row.page_html ?? row.summary_html ?? '',
    url: row.url ?? 'about:blank',
    article: watchArticleOf(row, source ?? { label: row.label, language: row.language, region: null }),
    watches: source
      ? watches.flatMap(({ id }) => (queries.has(id) ? [{ id, query: queries.get(id)! }] : []))
      : [],
    now: toInstant(now()),
  })
  const reason = reasons.map((reason) => ({
    watchId: reason.id,
    name: watches.find(({ id }) => id === reason.id)!.name,
    message: reason.reasons.slice(0, MOST_REASONS).map(sayWatch).join('; '),
  }))
  return { html, minutes, reason }
}

const NO_USUAL: Usual = { pillarId: null, accountIds: null }
const MOST_REASONS = 4
const MOST_SHARED = 5

async function sourceOf(
  db: Db,
  brandId: string,
  row: articles.ArticleForBrand,
  watches: string[],
): Promise<SourceOfArticle> {
  const source = await sourceById(db, brandId, row.source_id)
  const usual = source ? await usualOf(db, brandId, row.url, source, watches) : NO_USUAL
  const sent = await sentOfFeed(db, brandId, row.feed_id, row.id, MOST_SHARED)
  return {
    id: row.source_id,
    credits: readJson(source?.credits_json ?? '{}', isMapOf(isText)),
    ...usual,
    hashtags: await usualHashtags(db, brandId, row.source_id, watches),
    shared: sent.map((item) => ({
      at: toInstant(item.sent_at),
      account: item.account,
      title: item.title ?? item.text.slice(0, 90),
    })),
  }
}
