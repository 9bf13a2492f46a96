import { v7 as uuid } from 'uuid'
import type { Captured, CapturedClipping, CapturedKind } from '#shared/capture/types'
import { articleOfLink } from '#server/articles'
import { addContentClipping, anyClipping, clippingIsThere } from '#server/clippings'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { brandById } from '#server/people'
import { hasPicture, writingOf } from '#server/posts'
import { rowOf } from './captures'
import { linkKeyOf } from './linkKey'
import { updateCapture } from './queries/captures'
import { readCaptured } from './rowJson'
import type { CaptureRow } from './rows'

interface Clipped {
  title: string
  words: string
  note: string
  folder: string | null
  tags: string[]
  pictureUrl: string | null
  pictureId: string | null
  shelved: boolean
  done: boolean
}

/**
 * Keeps a capture as a clipping, linked to the brand's own article where the same page is one. One that was
 * kept already stays as it is.
 */
export async function clipCapture(actor: Actor, id: string, input: Clipped): Promise<CapturedClipping> {
  const known = await rowOf(await useDb(), actor, id)
  const kept = await stillThere(actor, known)
  if (kept) return { clippingId: kept, historyId: null }
  const captured = readCaptured(known.captured_json)
  const key = linkKeyOf(captured)
  const { result, historyId } = await changeUndoably(actor, 'article', id, async (db, tracked) => {
    const article = key === null ? undefined : await articleOfLink(db, actor.brandId, key)
    if (input.pictureUrl !== null && !captured.pictures.some(({ url }) => url === input.pictureUrl))
      throw problem('noPicture')
    if (input.pictureId !== null && !(await hasPicture(db, actor.brandId, input.pictureId)))
      throw problem('notFound').at('pictureId')
    const brand = (await brandById(db, actor.brandId))!
    const clippingId = await addContentClipping(
      db,
      tracked,
      actor,
      (await anyClipping(db, id)) ? uuid() : id,
      {
        ...captured,
        ...input,
        // What a post was made from waits no longer, where the brand wants it so.
        done: input.done && writingOf(brand).clippingsDone,
        kind: kindOf(captured, input),
        linkKey: key,
        articleId: article?.id ?? null,
        title: input.title || captured.title,
      },
    )
    await updateCapture(db, id, { clipping_id: clippingId })
    return clippingId
  })
  return { clippingId: result, historyId }
}

function kindOf({ url, pictureUrl, video, pdf }: Captured, { words, pictureId }: Clipped): CapturedKind {
  if (pdf !== null) return words === '' ? 'pdf' : 'quote'
  if (url === null) return pictureUrl === null && pictureId === null ? 'words' : 'picture'
  if (words !== '') return 'quote'
  if (pictureUrl !== null) return 'picture'
  return video === null ? 'page' : 'video'
}

async function stillThere(actor: Actor, { clipping_id }: CaptureRow): Promise<string | null> {
  const isThere = clipping_id !== null && (await clippingIsThere(await useDb(), actor.brandId, clipping_id))
  return isThere ? clipping_id : null
}
