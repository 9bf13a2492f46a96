import { roleOf } from '#server/people'
import { announce } from '#server/platform/changes/announce'
import { inTransaction, useDb } from '#server/platform/db'
import { ProblemError } from '#server/platform/http/problem'
import { log } from '#server/platform/log'
import { pictureFromWeb } from '#server/posts'
import * as store from './queries/batches'

/** Pictures fetched at once, and of one brand. */
const AT_ONCE = 8
const OF_ONE_BRAND = 3
/** Pictures that wait, looked at to find some of other brands. */
const LOOKED_AT = 300

const going = new Map<string, string>()
const nameOf = ({ batch_id, name }: store.WaitingPicture): string => `${batch_id} ${name}`

/**
 * Begins to fetch pictures that rows name by their address, as many as there is room for, and waits for none:
 * a page that keeps silent holds up its own file alone.
 */
export async function fetchPictures(): Promise<void> {
  const waiting = going.size < AT_ONCE ? await store.waitingPictures(await useDb(), LOOKED_AT) : []
  for (const one of waiting) {
    const ofBrand = [...going.values()].filter((brandId) => brandId === one.brand_id).length
    if (going.size >= AT_ONCE) return
    if (going.has(nameOf(one)) || ofBrand >= OF_ONE_BRAND) continue
    going.set(nameOf(one), one.brand_id)
    void fetchOne(one)
      .catch((error: unknown) => log.error({ error }, 'A picture of a file could not be kept.'))
      .then(() => {
        going.delete(nameOf(one))
        return fetchPictures()
      })
      .catch((error: unknown) => log.error({ error }, 'The next picture could not be taken.'))
  }
}

async function fetchOne(one: store.WaitingPicture): Promise<void> {
  const pictureId = await pictureAt(one)
  await inTransaction(async (db) => {
    await store.settlePicture(db, one, {
      state: pictureId === null ? 'failed' : 'there',
      picture_id: pictureId,
    })
    await announce(db, one.brand_id, 'batch', one.batch_id)
  })
}

async function pictureAt({ brand_id, created_by, name }: store.WaitingPicture): Promise<string | null> {
  const role = await roleOf(await useDb(), brand_id, created_by)
  if (!role || role === 'client') return null
  try {
    return (await pictureFromWeb({ personId: created_by, brandId: brand_id, role }, name)).id
  } catch (error) {
    if (!(error instanceof ProblemError)) log.warn({ error, url: name }, 'A picture could not be fetched.')
    return null
  }
}
