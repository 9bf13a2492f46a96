import { readCrops } from './rowJson'
import { readTexts } from '#shared/platform/json'
import { v7 as uuid } from 'uuid'
import { toInstant } from '#core/instant'
import type { LinkPlace } from '#core/post'
import type { PostDay } from '#shared/almanac/types'
import type { AccountPart, PostDoc } from '#shared/posts/types'
import { setTagsOf } from '#server/articles'
import type { Db } from '#server/platform/db'
import * as store from './queries/postDocs'
import type { PostRow, ProofRow } from './rows'
import type { Tracked } from '#server/platform/db/tracked'

/** What was written of posts, by id. Accounts that were removed are not in it. */
export async function docsOf(db: Db, rows: PostRow[]): Promise<Map<string, PostDoc>> {
  const ids = rows.map(({ id }) => id)
  const [wordings, proofs, pictures, tags] = [
    await store.wordingsOf(db, ids),
    await store.proofsOf(db, ids),
    await store.postPicturesOf(db, ids),
    await store.tagsOfPosts(db, ids),
  ]
  const own = <T extends { post_id: string }>(list: T[], id: string): T[] =>
    list.filter((row) => row.post_id === id)
  return new Map(
    rows.map((row) => [
      row.id,
      {
        articleId: row.article_id,
        clippingIds: readTexts(row.clippings_json),
        fromPostId: row.from_post_id,
        wordings: own(wordings, row.id).map(({ text, picture_id }) => ({ text, pictureId: picture_id })),
        link: row.link,
        linkTitle: row.link_title,
        hashtags: readTexts(row.hashtags_json),
        credit: row.credit,
        pillarId: row.pillar_id,
        campaignId: row.campaign_id,
        tags: inOrder(own(tags, row.id).map(({ name }) => name)),
        goodUntil: row.good_until === null ? null : toInstant(row.good_until),
        notBefore: row.not_before === null ? null : toInstant(row.not_before),
        day: dayOf(row),
        language: row.language,
        pictures: own(pictures, row.id).map((item) => ({
          id: item.picture_id,
          description: item.description,
          focus: { x: item.focus_x, y: item.focus_y },
        })),
        accounts: own(proofs, row.id).map(partOf),
      },
    ]),
  )
}

/** The date of the almanac that a post is for. */
const dayOf = (row: PostRow): PostDay | null =>
  row.for_day === null
    ? null
    : { date: row.for_day, title: row.for_title ?? '', prompt: row.prompt ?? '', of: row.almanac_id }

/** Names of tags as a document has them: each once, in the order of the alphabet. */
export const inOrder = (names: string[]): string[] => [...new Set(names)].sort((a, b) => (a < b ? -1 : 1))

/** A post’s document: what is written, for which accounts, with which pictures. */
export const docOf = async (db: Db, row: PostRow): Promise<PostDoc> => (await docsOf(db, [row])).get(row.id)!

const partOf = (row: ProofRow): AccountPart => ({
  accountId: row.account_id,
  chosen: row.chosen === 1,
  ownText: row.own_text,
  credit: row.credit,
  leftOut: readTexts(row.left_out_json),
  board: row.board,
  audience: row.audience,
  linkPlace: row.link_place as LinkPlace | null,
  crops: readCrops(row.crops_json),
})

/** The columns of a post's own row that a document fills. */
export const columnsOf = (doc: PostDoc) => ({
  article_id: doc.articleId,
  clippings_json: JSON.stringify(doc.clippingIds),
  from_post_id: doc.fromPostId,
  link: doc.link,
  link_title: doc.linkTitle,
  hashtags_json: JSON.stringify(doc.hashtags),
  credit: doc.credit,
  pillar_id: doc.pillarId,
  campaign_id: doc.campaignId,
  good_until: doc.goodUntil === null ? null : Date.parse(doc.goodUntil),
  not_before: doc.notBefore === null ? null : Date.parse(doc.notBefore),
  for_day: doc.day?.date ?? null,
  for_title: doc.day?.title ?? null,
  prompt: doc.day?.prompt ?? null,
  almanac_id: doc.day?.of ?? null,
  language: doc.language,
})

/** Writes what stands beside a post's own row: wordings, parts on accounts, pictures. */
export async function writeParts(
  db: Db,
  tracked: Tracked,
  brandId: string,
  postId: string,
  doc: PostDoc,
): Promise<void> {
  await setTagsOf(db, tracked, brandId, 'post_tags', postId, doc.tags)
  const wordings = await store.wordingsOf(db, [postId])
  for (const [position, { text, pictureId }] of doc.wordings.entries()) {
    const known = wordings.find((row) => row.position === position)
    await tracked.put(
      'wordings',
      { id: known?.id ?? uuid() },
      { post_id: postId, position, text, picture_id: pictureId },
    )
  }
  for (const row of wordings.filter(({ position }) => position >= doc.wordings.length))
    await tracked.remove('wordings', { id: row.id })
  for (const part of doc.accounts)
    await tracked.put('proofs', { post_id: postId, account_id: part.accountId }, rowOf(part))
  for (const row of await store.proofsOf(db, [postId])) {
    if (!doc.accounts.some(({ accountId }) => accountId === row.account_id))
      await tracked.remove('proofs', { post_id: postId, account_id: row.account_id })
  }
  for (const [position, { id, description, focus }] of doc.pictures.entries()) {
    await tracked.put(
      'post_pictures',
      { post_id: postId, position },
      { picture_id: id, description, focus_x: focus.x, focus_y: focus.y },
    )
  }
  for (const { position } of (await store.postPicturesOf(db, [postId])).slice(doc.pictures.length))
    await tracked.remove('post_pictures', { post_id: postId, position })
}

const rowOf = (part: AccountPart): Omit<ProofRow, 'post_id' | 'account_id'> => ({
  chosen: Number(part.chosen),
  own_text: part.ownText,
  credit: part.credit,
  left_out_json: JSON.stringify(part.leftOut),
  board: part.board,
  audience: part.audience,
  link_place: part.linkPlace,
  crops_json: JSON.stringify(part.crops),
})
