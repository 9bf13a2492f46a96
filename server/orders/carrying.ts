import { v7 as uuid } from 'uuid'
import type { Message } from '#core/message'
import { note } from '#shared/messages'
import type { OrderLeft } from '#shared/orders/types'
import { makesPosts } from '#shared/orders/types'
import type { WishView } from '#server/drafting'
import { accountsOf } from '#server/networks'
import { brandById, roleOf, type BrandRow } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { now } from '#server/platform/clock'
import { inTransaction, type Db } from '#server/platform/db'
import { storeMessages } from '#server/platform/db/messages'
import { insertAll } from '#server/platform/db/sqlite/bulk'
import { ProblemError } from '#server/platform/http/problem'
import { runInThread } from '#server/platform/jobs/pool'
import { log } from '#server/platform/log'
import { pictureFromWeb } from '#server/posts'
import { handOn } from './handing'
import { keyOf } from './looking'
import { isAbleStill } from './able'
import { settleDraft, withDraft, withDrafts } from './drafted'
import { makePost } from './making'
import type { ArticleFacts } from './queries/articles'
import { knownKeys, insertLog } from './queries/log'
import { noteOrder, orderById, putTodoOf } from './queries/orders'
import { restOrder } from './resting'
import type { OrderLogRow } from './rows'
import { fillOrdersTask } from './tasks'
import { docOfThing, toFill } from './thing'
import type { Order, Wanted } from './wanted'

/** Times in a row that an order may fail before it rests. */
const MOST_FAILURES = 3
/** Rows that are written at once. */
const WRITTEN_AT_ONCE = 200
/** Between two things: who asks for something meanwhile finds the data file free. */
const REST_MS = 4
/** Pictures that are fetched at once, and how long one is waited for. */
const PICTURES = 6
const PICTURE_MS = 10_000

const rowOf = (
  { row, rule }: Order,
  runId: string,
  about: Pick<OrderLogRow, 'key' | 'title' | 'source' | 'article_id'>,
  more: Partial<OrderLogRow> & Pick<OrderLogRow, 'outcome'>,
): OrderLogRow => ({
  id: uuid(),
  brand_id: row.brand_id,
  order_id: row.id,
  run_id: runId,
  at: now(),
  act: rule.act,
  why: null,
  message: null,
  post_id: null,
  not_before: null,
  put_on_json: '[]',
  ...about,
  ...more,
})

/** Keeps what orders left, and why. */
export async function leave(
  brand: BrandRow,
  runId: string,
  left: { order: Order; article: ArticleFacts; why: OrderLeft }[],
): Promise<void> {
  if (left.length === 0) return
  const rows = left.map(({ order, article, why }) =>
    rowOf(
      order,
      runId,
      {
        ...{ key: keyOf(article), title: article.title ?? '', source: article.label },
        article_id: article.id,
      },
      { outcome: 'left', why },
    ),
  )
  for (let from = 0; from < rows.length; from += WRITTEN_AT_ONCE) {
    const some = rows.slice(from, from + WRITTEN_AT_ONCE)
    await inTransaction((db) => insertAll(db, 'order_log', some, ['key', 'order_id']))
    await new Promise((resolve) => setTimeout(resolve, REST_MS))
  }
  await inTransaction((db) => announce(db, brand.id, 'order', runId))
}

/** Does what orders are to do, one thing at a time. */
export async function carryOut(brand: BrandRow, runId: string, all: Wanted[]): Promise<void> {
  if (all.length === 0) return
  const { ready: wanted, drafts } = await withDrafts(brand, all)
  const making = wanted.filter(({ order }) => makesPosts(order.rule.act))
  const filled = new Map<Wanted, string[]>()
  const texts = await runInThread(
    'background',
    [`brand:${brand.id}`],
    fillOrdersTask,
    making.map(({ thing, order }) => toFill(thing, order.rule, brand.zone)),
  )
  making.forEach((one, at) => filled.set(one, texts[at]!))
  const pictures = await picturesFor(making)
  for (const one of wanted) {
    await doOne(brand.id, runId, one, {
      ...{ filled: filled.get(one) ?? [], pictureId: pictures.get(one) ?? null, draft: drafts.get(one) },
    })
    await new Promise((resolve) => setTimeout(resolve, REST_MS))
  }
}

/** The pictures that posts want, by what wants them; one that can't be had in time is gone without. */
async function picturesFor(making: Wanted[]): Promise<Map<Wanted, string>> {
  const wants = making.filter(({ order, thing }) => order.rule.post.withPicture && thing.image !== null)
  const found = new Map<Wanted, string>()
  const fetchOne = async (one: Wanted): Promise<void> => {
    const actor = {
      personId: one.order.row.acts_for,
      brandId: one.order.row.brand_id,
      role: 'curator',
    } as const
    const late = new Promise<null>((resolve) => setTimeout(resolve, PICTURE_MS, null).unref())
    const picture = await Promise.race([pictureFromWeb(actor, one.thing.image!), late]).catch(() => null)
    if (picture) found.set(one, picture.id)
  }
  for (let from = 0; from < wants.length; from += PICTURES)
    await Promise.all(wants.slice(from, from + PICTURES).map(fetchOne))
  return found
}

/** One thing, whole or not at all; not where somebody stopped it, changed the order or did it meanwhile. */
async function doOne(
  brandId: string,
  runId: string,
  { order, thing, notBefore }: Wanted,
  { filled, pictureId, draft }: { filled: string[]; pictureId: string | null; draft: WishView | undefined },
): Promise<void> {
  const { row, rule } = order
  const about = { key: thing.key, title: thing.title, source: thing.source, article_id: thing.articleId }
  const not_before = notBefore === null ? null : Date.parse(notBefore)
  try {
    await inTransaction(async (db) => {
      if ((await knownKeys(db, row.id, [thing.key])).size > 0) return
      const standing = await standingOf(db, order)
      // One that was changed meanwhile looks at it once more, as it is now.
      if (standing === 'changed' && thing.articleId !== null)
        await putTodoOf(db, brandId, [thing.articleId], now())
      if (standing !== 'as-it-was') return
      const done = makesPosts(rule.act)
        ? await makePost(db, {
            actor: await actorOf(db, order),
            order: { id: row.id, name: row.name, rule },
            doc: withDraft(docOfThing(thing, rule, { filled, notBefore, pictureId }), draft),
            notBefore,
          })
        : { postId: null, message: [] }
      const drafted = done.postId === null ? [] : await settleDraft(db, draft, done.postId)
      const message = [...drafted, ...done.message]
      const { putOn } = makesPosts(rule.act)
        ? { putOn: [] }
        : await handOn(db, await actorOf(db, order), { id: row.id, name: row.name, rule }, thing)
      await insertLog(
        db,
        rowOf(order, runId, about, {
          ...{ outcome: 'done', post_id: done.postId, not_before, put_on_json: JSON.stringify(putOn) },
          message: message.length > 0 ? storeMessages(message) : null,
        }),
      )
      await noteOrder(db, row.id, { last_at: now(), failures: 0 })
      row.failures = 0
      for (const what of done.postId ? (['post', 'line', 'order'] as const) : (['order'] as const))
        await announce(db, brandId, what, done.postId ?? runId)
    })
  } catch (error) {
    await fail(order, runId, about, error)
  }
}

/** Asked within: somebody may have stopped all orders or this one, or changed it or what it names. */
async function standingOf(db: Db, order: Order): Promise<'as-it-was' | 'changed' | 'off'> {
  const { row } = order
  const brand = await brandById(db, row.brand_id)
  const known = await orderById(db, row.brand_id, row.id)
  if (brand?.orders_stopped_at !== null || known?.state !== 'on') return 'off'
  return known.version === row.version && (await isAbleStill(db, order)) ? 'as-it-was' : 'changed'
}

/** Who stands for an order: who wrote it; for posts that nobody sees, the owner who said that they may. */
async function actorOf(db: Db, { row, rule }: Order): Promise<Actor> {
  const brandId = row.brand_id
  const [first] = rule.act === 'lined' ? rule.accounts : []
  const consent = first && (await accountsOf(db, brandId)).find(({ id }) => id === first.accountId)
  const personId = consent?.unseen_by ?? row.acts_for
  return { personId, brandId, role: (await roleOf(db, brandId, personId)) ?? 'client' }
}

async function fail(
  order: Order,
  runId: string,
  about: Pick<OrderLogRow, 'key' | 'title' | 'source' | 'article_id'>,
  error: unknown,
): Promise<void> {
  if (!(error instanceof ProblemError)) log.error({ error }, 'A standing order failed at something.')
  const message: Message[] = [error instanceof ProblemError ? error.reason : note('order.not-done')]
  const failures = order.row.failures + 1
  order.row.failures = failures
  await inTransaction(async (db) => {
    if ((await knownKeys(db, order.row.id, [about.key])).size > 0) return
    await insertLog(db, rowOf(order, runId, about, { outcome: 'failed', message: storeMessages(message) }))
    await noteOrder(db, order.row.id, { failures })
    await announce(db, order.row.brand_id, 'order', runId)
  })
  if (failures >= MOST_FAILURES)
    await restOrder(order.row, [note('order.failed-often', { times: failures }), ...message])
}
