import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { pick, text, type ShapeOf } from '#server/platform/db/tables'
import { CLIPPING_CONTENTS, CLIPPING_PICTURES, CLIPPINGS, type ClippingContentRow } from '../rows'

const KEPT = {
  ...pick(CLIPPINGS, 'id', 'created_at', 'shelved'),
  folder: text().orNull(),
  title: text().orNull(),
}

/** What a brand kept of one page, by its key or as its article, newest first. */
export const clippingsAbout = (
  db: Db,
  brandId: string,
  linkKey: string,
  articleId: string | null,
): Promise<ShapeOf<typeof KEPT>[]> =>
  readAll(
    KEPT,
    joined(db, 'clippings')
      .leftJoin('clipping_contents', 'clipping_contents.clipping_id', 'clippings.id')
      .leftJoin('clipping_folders', (join) =>
        join.on('clipping_folders.id', 'clippings.folder_id').andOnNull('clipping_folders.removed_at'),
      )
      .leftJoin('articles', 'articles.id', 'clippings.article_id')
      .where('clippings.brand_id', brandId)
      .where((either) => {
        either.where('clipping_contents.link_key', linkKey)
        if (articleId !== null) either.orWhere('clippings.article_id', articleId)
      })
      .orderBy('clippings.created_at', 'desc')
      .limit(20)
      .select(
        'clippings.id',
        'clippings.created_at',
        'clipping_folders.name as folder',
        'clippings.shelved',
        db.raw('coalesce(clipping_contents.title, articles.title) AS title'),
      ),
  )

/** A clipping that a brand has of a page, by its key or as its article; undefined for none. */
export async function anyClippingOf(
  db: Db,
  brandId: string,
  linkKey: string,
  articleId: string | null,
): Promise<string | undefined> {
  const row = await db('clipping_contents')
    .where({ brand_id: brandId, link_key: linkKey })
    .first('clipping_id')
  if (row || articleId === null) return row?.clipping_id
  return (await db('clippings').where({ brand_id: brandId, article_id: articleId }).first('id'))?.id
}

/** The words that a brand kept of one page, oldest first. */
export const passagesOfLink = async (db: Db, brandId: string, linkKey: string): Promise<string[]> =>
  (
    await readAll(
      pick(CLIPPINGS, 'quote'),
      joined(db, 'clipping_contents')
        .join('clippings', 'clippings.id', 'clipping_contents.clipping_id')
        .where({ 'clipping_contents.brand_id': brandId, 'clipping_contents.link_key': linkKey })
        .whereNotNull('clippings.quote')
        .orderBy('clippings.created_at')
        .limit(200)
        .select('clippings.quote'),
    )
  ).flatMap(({ quote }) => quote ?? [])

/** What a clipping holds of its own. */
export const contentById = (db: Db, clippingId: string): Promise<ClippingContentRow | undefined> =>
  db('clipping_contents').where({ clipping_id: clippingId }).first()

/** Notes which picture a clipping has: one that is kept here, or one to be fetched from now on. */
export async function putPicture(
  db: Db,
  clippingId: string,
  { pictureId, pictureUrl }: { pictureId: string | null; pictureUrl: string | null },
  now: number,
): Promise<void> {
  await db('clipping_pictures').where({ clipping_id: clippingId }).del()
  if (pictureId === null && pictureUrl === null) return
  await db('clipping_pictures').insert({
    clipping_id: clippingId,
    picture_id: pictureId,
    tries: 0,
    next_try_at: pictureId === null ? now : null,
  })
}

const DUE = {
  ...pick(CLIPPING_PICTURES, 'clipping_id', 'tries'),
  ...pick(CLIPPING_CONTENTS, 'brand_id', 'picture_url'),
  ...pick(CLIPPINGS, 'created_by'),
}
export type PictureDue = ShapeOf<typeof DUE>

/** Clippings whose picture is to be fetched by now. */
export const picturesDue = (db: Db, now: number, limit: number): Promise<PictureDue[]> =>
  readAll(
    DUE,
    joined(db, 'clipping_pictures')
      .join('clipping_contents', 'clipping_contents.clipping_id', 'clipping_pictures.clipping_id')
      .join('clippings', 'clippings.id', 'clipping_pictures.clipping_id')
      .where('clipping_pictures.next_try_at', '<=', now)
      .orderBy('clipping_pictures.next_try_at')
      .limit(limit)
      .select(
        'clipping_pictures.clipping_id',
        'clipping_pictures.tries',
        'clipping_contents.brand_id',
        'clipping_contents.picture_url',
        'clippings.created_by',
      ),
  )

/** The picture of a clipping is kept here, or given up: nothing is due any more. */
export const setPicture = async (db: Db, clippingId: string, pictureId: string | null): Promise<void> => {
  await db('clipping_pictures')
    .where({ clipping_id: clippingId })
    .update({ picture_id: pictureId, next_try_at: null })
}

/** Asks for a clipping's picture again later. */
export const putOffPicture = async (
  db: Db,
  clippingId: string,
  tries: number,
  nextTryAt: number,
): Promise<void> => {
  await db('clipping_pictures').where({ clipping_id: clippingId }).update({ tries, next_try_at: nextTryAt })
}
