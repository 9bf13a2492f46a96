import { safeHtml } from '../../core/feed'
import { toInstant } from '../../core/instant'
import { readingMinutes } from '../../core/text'
import type { ArticleFull, SourceOfArticle } from '../../shared/api'
import { useDb, type Db } from '../db'
import * as articles from '../db/articles'
import { sentOfArticle, sentOfFeed } from '../db/deliveries'
import { hashtagsOfSource } from '../db/folders'
import { sourceById } from '../db/sources'
import { problem } from '../problem'
import { withMarks } from './articles'
import { mayLookAtPage, textFrom } from './pages'

/** One article whole, as the sheet shows it. */
export async function article(brandId: string, id: string): Promise<ArticleFull> {
  const db = await useDb()
  const row = await articles.articleForBrand(db, brandId, id)
  if (!row) throw problem('notFound')
  const [summary] = await withMarks(db, brandId, [row])
  const source = await sourceOf(db, brandId, row)
  return {
    ...summary!,
    url: row.url,
    // Kept HTML, made safe once more as it is shown.
    html: safeHtml(row.content_html ?? row.page_html ?? row.summary_html ?? '', row.url ?? 'about:blank'),
    textFrom: textFrom(row),
    pageWaits: mayLookAtPage(row),
    pageSays: row.page_says,
    language: (await sourceById(db, brandId, row.source_id))?.language ?? row.language,
    categories: JSON.parse(row.categories_json) as string[],
    minutes: readingMinutes(row.text),
    shared: (await sentOfArticle(db, brandId, id)).map((sent) => ({ at: toInstant(sent.sent_at), account: sent.account, text: sent.text })),
    source,
  }
}

const MOST_SHARED = 5

async function sourceOf(db: Db, brandId: string, row: articles.ArticleForBrand): Promise<SourceOfArticle> {
  const source = await sourceById(db, brandId, row.source_id)
  const sent = await sentOfFeed(db, brandId, row.feed_id, row.id, MOST_SHARED)
  return {
    id: row.source_id,
    credits: JSON.parse(source?.credits_json ?? '{}') as Record<string, string>,
    pillarId: source?.pillar_id ?? null,
    hashtags: await hashtagsOfSource(db, row.source_id),
    shared: sent.map((one) => ({ at: toInstant(one.sent_at), account: one.account, title: one.title ?? one.text.slice(0, 90) })),
  }
}
