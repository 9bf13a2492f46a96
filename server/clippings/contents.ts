import type { Captured, CapturedKind } from '#shared/capture/types'
import { putState, setTagsOf } from '#server/articles'
import type { Actor } from '#server/platform/changes/actor'
import { now, realNow } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import type { Tracked } from '#server/platform/db/tracked'
import { folderNamed } from './folders'
import { articleClipping } from './queries/clippings'
import { putPicture } from './queries/contents'
import type { ClippingContentRow } from './rows'

/** What is kept of something that stands in no feed, or that a person saw elsewhere. */
export interface ContentInput extends Captured {
  kind: CapturedKind
  linkKey: string | null
  articleId: string | null
  note: string
  folder: string | null
  tags: string[]
  pictureId: string | null
  shelved: boolean
  /** When it was kept elsewhere; null for now. */
  keptAt?: number | null
  /** Whether nobody is waiting for it any more. */
  done: boolean
}

/**
 * Keeps a clipping with its own content, within a change. A page that is an article of the brand's becomes
 * that article's clipping, and the article is clipped or shelved. Gives the clipping's id: the given one, or
 * that of the article's.
 */
export async function addContentClipping(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  id: string,
  input: ContentInput,
): Promise<string> {
  const own = input.articleId === null || input.kind === 'quote' ? null : input.articleId
  const clippingId = own === null ? id : await clipArticle(db, tracked, actor, own, input.shelved)
  const done_at = input.done ? now() : null
  const folder_id = await folderNamed(db, tracked, actor.brandId, input.folder)
  const filed = { note: input.note || null, folder_id, done_at }
  if (own === null)
    await tracked.insert(
      'clippings',
      { id: clippingId },
      {
        ...filed,
        brand_id: actor.brandId,
        article_id: input.articleId,
        kind: input.kind,
        quote: input.words || null,
        shelved: input.shelved ? 1 : 0,
        created_by: actor.personId,
        created_at: input.keptAt ?? now(),
      },
    )
  else await tracked.update('clippings', { id: clippingId }, filed)
  await tracked.put('clipping_contents', { clipping_id: clippingId }, contentOf(actor.brandId, input))
  await setTagsOf(db, tracked, actor.brandId, 'clipping_tags', clippingId, input.tags)
  await putPicture(db, clippingId, input, realNow())
  return clippingId
}

async function clipArticle(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  articleId: string,
  shelved: boolean,
): Promise<string> {
  await putState(db, tracked, actor, articleId, shelved ? 'shelved' : 'clipped')
  return (await articleClipping(db, actor.brandId, articleId))!.id
}

const contentOf = (brandId: string, input: ContentInput): Omit<ClippingContentRow, 'clipping_id'> => ({
  brand_id: brandId,
  link_key: input.linkKey,
  url: input.url,
  title: input.title,
  author: input.author,
  site: input.site,
  description: input.description,
  text: input.text,
  language: input.language,
  published_at: input.publishedAt === null ? null : Date.parse(input.publishedAt),
  pictures_json: JSON.stringify(input.pictures),
  picture_url: input.pictureUrl,
  video_json: input.video === null ? null : JSON.stringify(input.video),
  pages: input.pdf?.pages ?? null,
})
