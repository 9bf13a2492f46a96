import { HOUR, MINUTE } from '#core/instant'
import { picturesDue, putOffPicture, setPicture, type PictureDue } from '#server/clippings'
import { announce } from '#server/platform/changes/announce'
import { realNow } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import { ProblemError } from '#server/platform/http/problem'
import { log } from '#server/platform/log'
import { pictureFromWeb } from '#server/posts'

/** Pictures fetched side by side: one that is slow holds up no more than its own place. */
const AT_ONCE = 6
/** How long until the next try, by how many failed; then it stays with its address alone. */
const WAITS = [MINUTE, 10 * MINUTE, 2 * HOUR]

/** Fetches pictures of clippings that are due. Gives how many there were. */
export async function picturesRound(): Promise<number> {
  const due = await picturesDue(await useDb(), realNow(), AT_ONCE)
  await Promise.all(due.map(fetchOne))
  return due.length
}

async function fetchOne(due: PictureDue): Promise<void> {
  const { clipping_id, brand_id, created_by, picture_url, tries } = due
  try {
    if (picture_url === null) return await settle(brand_id, clipping_id, null)
    const actor = { brandId: brand_id, personId: created_by, role: 'curator' as const }
    const { id } = await pictureFromWeb(actor, picture_url)
    await settle(brand_id, clipping_id, id)
  } catch (error) {
    if (!(error instanceof ProblemError)) log.error({ error, clipping: clipping_id }, 'A picture failed.')
    const wait = WAITS[tries]
    if (wait === undefined) return settle(brand_id, clipping_id, null)
    await inTransaction((db) => putOffPicture(db, clipping_id, tries + 1, realNow() + wait))
  }
}

const settle = (brandId: string, clippingId: string, pictureId: string | null): Promise<void> =>
  inTransaction(async (db) => {
    await setPicture(db, clippingId, pictureId)
    await announce(db, brandId, 'article', clippingId)
  })
