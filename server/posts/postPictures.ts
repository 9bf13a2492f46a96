import { storeMessages } from '#server/platform/db/messages'
import { v7 as uuid } from 'uuid'
import { LIMITS } from '#shared/platform/limits'
import type { PictureView } from '#shared/posts/types'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import * as store from './queries/pictures'
import { httpRequest } from '#server/platform/net/httpRequest'
import { webAddress } from '#server/platform/net/address'
import { problem } from '#server/platform/http/problem'
import type { Actor } from '#server/platform/changes/actor'
import { previewLink } from './linkPreviews'
import { requireInArticle } from './pictures'
import { readPicture, smallPicture } from './pictureWork'
import { pictureView } from './proofs'

/** Keeps an uploaded picture for posts. */
export const uploadPicture = (actor: Actor, bytes: Uint8Array): Promise<PictureView> =>
  storePicture(actor, bytes, null)

/** Keeps a picture of an article for posts; one that was kept before is not fetched again. */
export async function pictureOfArticle(
  actor: Actor,
  input: { articleId: string; url: string },
): Promise<PictureView> {
  await requireInArticle(actor.brandId, input.articleId, input.url)
  return pictureFromWeb(actor, input.url)
}

/** Keeps the picture of a link's card for posts. */
export async function pictureOfCard(actor: Actor, link: string): Promise<PictureView> {
  const image = (await previewLink(link)).card?.image
  if (!image) throw problem('noPicture')
  return pictureFromWeb(actor, image)
}

/**
 * Keeps a picture of the web for posts; one that was kept before is not fetched again. Throws `noPicture`.
 */
export async function pictureFromWeb(actor: Actor, url: string): Promise<PictureView> {
  const known = await store.pictureFrom(await useDb(), actor.brandId, url)
  if (known) return pictureView(known)
  const answer = await httpRequest(webAddress(url), {
    maxBytes: LIMITS.uploadBytes,
    headers: { accept: 'image/*' },
  })
  if (answer.status !== 200) throw problem('noPicture')
  return storePicture(actor, answer.body, url)
}

async function storePicture(actor: Actor, bytes: Uint8Array, fromUrl: string | null): Promise<PictureView> {
  const read = await readPicture(bytes)
  const row = {
    id: uuid(),
    brand_id: actor.brandId,
    width: read.width,
    height: read.height,
    bytes: read.content.length,
    type: read.type,
    content: read.content,
    from_url: fromUrl,
    message: read.message.length === 0 ? null : storeMessages(read.message),
    created_by: actor.personId,
    created_at: now(),
  }
  await store.insertPicture(await useDb(), row)
  return pictureView(row)
}

/** A brand's picture without its content; null where it has no such. */
export async function pictureOfBrand(db: Db, brandId: string, id: string): Promise<PictureView | null> {
  const [known] = await store.picturesByIds(db, brandId, [id])
  return known ? pictureView(known) : null
}

/** A kept picture's content, made smaller where a width is asked for. */
export async function pictureContent(
  brandId: string,
  id: string,
  width: number | null,
): Promise<{ content: Buffer; type: string }> {
  const row = await store.pictureById(await useDb(), brandId, id)
  if (!row) throw problem('notFound')
  return { content: width === null ? row.content : await smallPicture(row.content, width), type: row.type }
}
