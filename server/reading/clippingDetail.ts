import { toInstant, type Instant } from '#core/instant'
import type { DeliveryState } from '#shared/delivery/states'
import type { ClippingDetail, ClippingUse } from '#shared/clippings/types'
import { articleForBrand } from '#server/articles'
import { clippingWith } from '#server/clippings'
import { useDb, type Db } from '#server/platform/db'
import { postsMadeFrom } from '#server/posts'
import { isNumber, isShape, isText, orNull, readJson } from '#shared/platform/json'
import type { PageVideo } from '#core/page'
import { planOf } from '#server/schedule'

const MOST_USES = 20
const isVideo = isShape<PageVideo>({ url: isText, seconds: orNull(isNumber), still: orNull(isText) })

/** A clipping with its text, and what became of it. Throws `notFound`. */
export async function clippingDetail(brandId: string, id: string): Promise<ClippingDetail> {
  const db = await useDb()
  const { clipping, content, passages } = await clippingWith(db, brandId, id)
  const isOwn = content !== null && clipping.kind !== 'article'
  const article =
    isOwn || clipping.articleId === null ? undefined : await articleForBrand(db, brandId, clipping.articleId)
  return {
    clipping,
    text: content?.text || article?.text || content?.description || '',
    isOwn,
    passages,
    video: content?.video_json ? readJson(content.video_json, isVideo) : null,
    pages: content?.pages ?? null,
    became: await becameOf(db, brandId, id, clipping.articleId),
  }
}

async function becameOf(
  db: Db,
  brandId: string,
  id: string,
  articleId: string | null,
): Promise<ClippingUse[]> {
  const rows = await postsMadeFrom(db, brandId, id, articleId, MOST_USES)
  const isInLine = rows.some(({ line_id }) => line_id !== null)
  const places = isInLine ? await plannedAt(db, brandId) : new Map<string, Instant>()
  return rows.map(({ post_id, saved_at, line_id, delivery_state, at, url, account }): ClippingUse => {
    const made = { postId: post_id, account, url }
    if (delivery_state !== null)
      return {
        ...made,
        stage: THERE.includes(delivery_state) ? 'sent' : 'lined-up',
        at: at === null ? null : toInstant(at),
      }
    if (line_id !== null) return { ...made, stage: 'lined-up', at: places.get(line_id) ?? null }
    return { ...made, stage: 'draft', at: saved_at === null ? null : toInstant(saved_at) }
  })
}

/** States in which the network has the post. */
const THERE: readonly DeliveryState[] = ['sent', 'in-part']

/** When what is in line goes out, by the line's id. */
async function plannedAt(db: Db, brandId: string): Promise<Map<string, Instant>> {
  const { plan } = await planOf(db, brandId)
  return new Map(plan.entries.flatMap(({ postId, at }) => (postId === null ? [] : [[postId, at]])))
}
