import { MINUTE } from '#core/instant'
import type { Message } from '#core/message'
import { note } from '#shared/messages'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { messagesOf, storeMessages } from '#server/platform/db/messages'
import { hook } from '#server/platform/hook'
import { problem, ProblemError } from '#server/platform/http/problem'
import { log } from '#server/platform/log'
import { keepDraft } from './drafts'
import { makeDraft } from './making'
import { modelOf } from './model'
import { draftById, giveDraftTo } from './queries/drafts'
import * as store from './queries/wishes'
import { requestsFor } from './request'
import type { DraftWishRow } from './rows'
import { modelWriter } from './writers'

/** Drafts that are written for orders at once, in all and of one brand. */
const AT_ONCE = 24
const OF_A_BRAND = 2
/** How long a round waits for those it set to work: a slow model makes nobody else wait. */
const PATIENCE_MS = 2_000
/** How often one is tried, and the pause after the first time; each further one is twice as long. */
const MOST_TRIES = 3
const PAUSE_MS = MINUTE
/** Wishes of a brand that are looked at in a round: those being written, and as many behind them. */
const LOOKED_AT = 2 * OF_A_BRAND

/** Told that an order's draft is there, or that none comes. */
export const draftSettled = hook<[db: Db, brandId: string, articleId: string]>()
/** Asked whether an order still waits for its draft: it may be off, stopped, or gone. */
export const draftAwaited = hook<[db: Db, brandId: string, orderId: string], 'yes' | 'later' | 'no'>()

/** A draft that an order waits for. */
export interface WishView {
  state: DraftWishRow['state']
  /** Why there is none. */
  message: Message[]
  draftId: string | null
  text: string | null
}

/** How it stands with an order's draft; null where it was never asked for. */
export async function wishedDraft(
  db: Db,
  { brandId, orderId, articleId }: { brandId: string; orderId: string; articleId: string },
): Promise<WishView | null> {
  const row = await store.wishOf(db, { order_id: orderId, article_id: articleId })
  if (!row) return null
  const draft = row.draft_id === null ? undefined : await draftById(db, brandId, row.draft_id)
  return {
    ...{ state: row.state, message: messagesOf(row.message) },
    ...{ draftId: draft?.id ?? null, text: draft?.text ?? null },
  }
}

/** Wants a draft for an order, once; it is written behind. */
export const wishDraft = (
  db: Db,
  wish: { brandId: string; orderId: string; articleId: string; room: number },
): Promise<void> =>
  store.insertWish(db, {
    ...{ order_id: wish.orderId, article_id: wish.articleId, brand_id: wish.brandId },
    ...{ room: wish.room, due_at: now(), created_at: now() },
  })

/** Which drafts a brand's orders wait for, and since when. */
export const draftsAwaited = async (
  db: Db,
  brandId: string,
): Promise<{ orderId: string; articleId: string; since: number }[]> =>
  (await store.wishesWaiting(db, brandId)).map((row) => ({
    ...{ orderId: row.order_id, articleId: row.article_id, since: row.created_at },
  }))

/** Says of a draft which post was made of it. */
export const draftBecame = (db: Db, draftId: string, postId: string): Promise<void> =>
  giveDraftTo(db, draftId, postId)

/** Drafts that are being written in this process, with their brands. */
const working = new Map<string, { brandId: string; work: Promise<void> }>()

/** Writes what orders wait for. Gives how many were settled, so that more may follow at once. */
export async function draftsRound(): Promise<number> {
  let settled = 0
  for (const row of await store.wishesDue(await useDb(), now(), LOOKED_AT)) {
    const key = `${row.order_id} ${row.article_id}`
    const ofBrand = [...working.values()].filter(({ brandId }) => brandId === row.brand_id).length
    if (working.has(key) || working.size >= AT_ONCE || ofBrand >= OF_A_BRAND) continue
    const work = settle(row)
      .then(() => void settled++)
      .catch((error: unknown) => log.error({ error }, 'A draft of an order could not be looked at.'))
      .finally(() => working.delete(key))
    working.set(key, { brandId: row.brand_id, work })
  }
  if (working.size === 0) return 0
  let timer: NodeJS.Timeout | undefined
  const patience = new Promise((resolve) => (timer = setTimeout(resolve, PATIENCE_MS)))
  await Promise.race([Promise.all([...working.values()].map(({ work }) => work)), patience])
  clearTimeout(timer)
  return settled
}

async function settle(row: DraftWishRow): Promise<void> {
  const db = await useDb()
  const answers = await draftAwaited.run(db, row.brand_id, row.order_id)
  if (answers.includes('no')) return store.removeWish(db, row)
  if (answers.includes('later')) return store.noteWish(db, row, { due_at: now() + PAUSE_MS })
  try {
    const draftId = await write(row)
    await inTransaction(async (within) => {
      await store.noteWish(within, row, { state: 'ready', draft_id: draftId, message: null })
      await draftSettled.run(within, row.brand_id, row.article_id)
    })
  } catch (error) {
    await fail(row, error)
  }
}

async function write(row: DraftWishRow): Promise<string> {
  const db = await useDb()
  const model = await modelOf(db, row.brand_id)
  if (!model) throw problem('noModel')
  const wanted = {
    ...{ articleId: row.article_id, wish: 'new' as const, text: '', language: null },
    ...{ room: row.room, count: 1 },
  }
  const [request] = await requestsFor(db, row.brand_id, model, wanted)
  const { signal } = new AbortController()
  const made = await makeDraft(row.brand_id, modelWriter(model), request!, () => undefined, signal)
  const draft = await keepDraft({
    ...{ brandId: row.brand_id, personId: null, wanted, model, request: request!, made },
    orderId: row.order_id,
  })
  return draft.id
}

/** What no further try would change. */
const FOR_GOOD = ['noModel', 'modelCeiling', 'modelKey', 'notFound', 'noArticleText']

async function fail(row: DraftWishRow, error: unknown): Promise<void> {
  const known = error instanceof ProblemError ? error : null
  if (!known) log.error({ error, brandId: row.brand_id }, 'A draft of an order could not be written.')
  const attempts = row.attempts + 1
  const isOver = attempts >= MOST_TRIES || (known !== null && FOR_GOOD.includes(known.code))
  await inTransaction(async (db) => {
    await store.noteWish(db, row, {
      ...{ attempts, state: isOver ? 'failed' : 'waiting', due_at: now() + PAUSE_MS * 2 ** row.attempts },
      message: storeMessages([known?.reason ?? note('order.not-done')]),
    })
    if (isOver) await draftSettled.run(db, row.brand_id, row.article_id)
  })
}
