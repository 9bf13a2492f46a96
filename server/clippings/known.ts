import { toInstant } from '#core/instant'
import type { CaptureView } from '#shared/capture/types'
import type { Db } from '#server/platform/db'
import { clippingById } from './queries/clippings'
import { clippingFolders } from './queries/folders'
import { clippingsAbout } from './queries/contents'

/** What a brand kept of one page before, newest first. */
export async function clippingsOfLink(
  db: Db,
  brandId: string,
  linkKey: string,
  articleId: string | null,
): Promise<CaptureView['clippings']> {
  const rows = await clippingsAbout(db, brandId, linkKey, articleId)
  return rows.map(({ id, title, created_at, folder, shelved }) => ({
    id,
    title: title ?? '',
    keptAt: toInstant(created_at),
    folder,
    shelved: shelved === 1,
  }))
}

/** Whether a brand still has a clipping. */
export const clippingIsThere = async (db: Db, brandId: string, id: string): Promise<boolean> =>
  (await clippingById(db, brandId, id)) !== undefined

/** The names of a brand's folders of clippings. */
export const clippingFolderNames = async (db: Db, brandId: string): Promise<string[]> =>
  (await clippingFolders(db, brandId)).map(({ name }) => name)
