import { v7 as uuid } from 'uuid'
import { FeedError } from '#core/feed'
import { FormatError, type Columns, type SavedRow } from '#core/formats'
import { canonicalUrl } from '#core/url'
import type { SavedListLook, SavedListView } from '#shared/clippings/types'
import { sayList } from '#shared/clippings/messages'
import { note, say } from '#shared/messages'
import { readTexts } from '#shared/platform/json'
import { LIMITS } from '#shared/platform/limits'
import { articleOfLink } from '#server/articles'
import { roleOf } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { problemsIn } from '#server/platform/db/columns'
import { messagesOf, storeMessages } from '#server/platform/db/messages'
import { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import { runInThread, TaskStopped } from '#server/platform/jobs/pool'
import { log } from '#server/platform/log'
import { addContentClipping } from './contents'
import { anyClippingOf } from './queries/contents'
import * as store from './queries/savedLists'
import type { SavedItemRow, SavedListRow } from './rows'
import { lookAtListTask, readListTask } from './tasks'

/** Rows kept in one transaction: few enough that nobody waits for it. */
const AT_ONCE = 3
/** Between two such: who asks for something meanwhile finds the file free. */
const REST_MS = 8
/** Rows after which screens show what came. */
const SHOWN_EACH = 200
const MOST_SHOWN = 200
const REMOVED_AT_ONCE = 100

interface Given {
  name: string
  text: string
  columns: Columns | null
  shelved: boolean
}

/** What a file is: which kind of list, how many addresses, and a table's columns. Throws `notAList`. */
export const lookAtList = ({ brandId }: Actor, { text }: Pick<Given, 'text'>): Promise<SavedListLook> =>
  refusing(() => runInThread('person', [`brand:${brandId}`], lookAtListTask, text))

/** Takes a list: its addresses become clippings one after another, behind. Throws `notAList`. */
export async function startList(
  actor: Actor,
  { name, text, columns, shelved }: Given,
): Promise<SavedListView> {
  const { rows, problems } = await refusing(() =>
    runInThread('person', [`brand:${actor.brandId}`], readListTask, { text, columns }),
  )
  const most = LIMITS.listRows
  if (rows.length > most)
    problems.unshift({ line: 1, message: note('list.too-many', { rows: rows.length, most }) })
  const id = uuid()
  await inTransaction((db) =>
    store.insertList(
      db,
      {
        id,
        brand_id: actor.brandId,
        created_by: actor.personId,
        created_at: now(),
        name,
        shelved: shelved ? 1 : 0,
        problems_json: JSON.stringify(problems.slice(0, MOST_SHOWN)),
        stopped_at: null,
      },
      rows.slice(0, most).map((row, position) => itemOf(id, row, position)),
    ),
  )
  return viewById(actor.brandId, id)
}

const itemOf = (list_id: string, row: SavedRow, position: number): SavedItemRow => ({
  list_id,
  position,
  url: row.url,
  title: row.title,
  folder: row.folder,
  tags_json: JSON.stringify(row.tags.slice(0, LIMITS.tags)),
  note: row.note,
  added_at: row.addedAt === null ? null : Date.parse(row.addedAt),
  state: 'waiting',
  message: null,
  clipping_id: null,
})

async function refusing<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof FormatError) throw problem('notAList', say([error.detail]), error.line).at('text')
    if (error instanceof FeedError) throw problem('notAList', say([error.detail]), 1).at('text')
    if (error instanceof TaskStopped) throw problem('tooHeavy').at('text')
    throw error
  }
}

/** The latest list of a brand; null when it never had one. */
export async function latestList(brandId: string): Promise<SavedListView | null> {
  const row = await store.latestList(await useDb(), brandId)
  return row ? viewOf(row) : null
}

/** Stops a list; what was kept stays. Throws `notFound`. */
export async function stopList({ brandId }: Actor, id: string): Promise<SavedListView> {
  await changeList(brandId, id, (db) => store.stopList(db, id, now(), storeMessages([note('list.stopped')])))
  return viewById(brandId, id)
}

/** Tries those once more that were not kept. Throws `notFound`. */
export async function tryListAgain({ brandId }: Actor, id: string): Promise<SavedListView> {
  await changeList(brandId, id, (db) => store.waitAgain(db, id))
  return viewById(brandId, id)
}

/** Removes what a list brought, as far as no post was made from it, some at a time. Throws `notFound`. */
export async function takeListBack({ brandId }: Actor, id: string): Promise<SavedListView> {
  await changeList(brandId, id, (db) => store.stopList(db, id, now(), storeMessages([note('list.stopped')])))
  let removed = REMOVED_AT_ONCE
  while (removed >= REMOVED_AT_ONCE) {
    removed = await inTransaction((db) => store.removeSome(db, id, REMOVED_AT_ONCE))
    await new Promise((resolve) => setImmediate(resolve))
  }
  await inTransaction((db) => announce(db, brandId, 'article', id))
  return viewById(brandId, id)
}

const changeList = (brandId: string, id: string, work: (db: Db) => Promise<void>): Promise<void> =>
  inTransaction(async (db) => {
    if (!(await store.listById(db, brandId, id))) throw problem('notFound')
    await work(db)
    await announce(db, brandId, 'import', id)
  })

async function viewById(brandId: string, id: string): Promise<SavedListView> {
  return viewOf((await store.listById(await useDb(), brandId, id))!)
}

async function viewOf(row: SavedListRow): Promise<SavedListView> {
  const db = await useDb()
  const counts = await store.countItems(db, row.id)
  const of = (state: SavedItemRow['state']): number => counts.get(state) ?? 0
  return {
    id: row.id,
    name: row.name,
    total: [...counts.values()].reduce((sum, count) => sum + count, 0),
    added: of('added'),
    known: of('known'),
    waiting: row.stopped_at === null ? of('waiting') : 0,
    standing: await store.countStanding(db, row.id),
    notAdded: of('failed'),
    stopped: row.stopped_at !== null,
    failed: (await store.failedItems(db, row.id, MOST_SHOWN)).map(({ title, url, message }) => ({
      title,
      url,
      message: say(messagesOf(message)),
    })),
    problems: problemsIn(row.problems_json).map(({ line, message }) => ({ line, message: sayList(message) })),
  }
}

/** Keeps some of what waits in lists, and leaves the file to others for a moment. Gives how many. */
export async function savedListsRound(): Promise<number> {
  if ((await store.waitingItems(await useDb(), 1)).length === 0) return 0
  const kept = await keepSome()
  await new Promise((resolve) => setTimeout(resolve, REST_MS))
  return kept
}

const keepSome = (): Promise<number> =>
  inTransaction(async (db) => {
    // Asked within: a list that was stopped meanwhile has none that wait.
    const items = await store.waitingItems(db, AT_ONCE)
    const [first] = items
    if (!first) return 0
    // Of one list at a time: whoever waits for another waits for a moment.
    const own = items.filter(({ list_id }) => list_id === first.list_id)
    const role = await roleOf(db, first.brand_id, first.created_by)
    for (const item of own)
      await store.settleItem(
        db,
        item,
        role && role !== 'client'
          ? await keep(db, { personId: first.created_by, brandId: first.brand_id, role }, item)
          : { state: 'failed', message: storeMessages([note('list.may-not-add')]) },
      )
    await announce(db, first.brand_id, 'import', first.list_id)
    // Screens with clippings look again now and then, and at the end.
    const [next] = await store.waitingItems(db, 1)
    const isEnd = next?.list_id !== first.list_id
    if (isEnd || own.at(-1)!.position % SHOWN_EACH >= SHOWN_EACH - AT_ONCE)
      await announce(db, first.brand_id, 'article', first.list_id)
    return own.length
  })

type Fate = Pick<SavedItemRow, 'state'> & Partial<SavedItemRow>

async function keep(db: Db, actor: Actor, item: store.WaitingItem): Promise<Fate> {
  try {
    const linkKey = canonicalUrl(item.url)
    const article = await articleOfLink(db, actor.brandId, linkKey)
    const known = await anyClippingOf(db, actor.brandId, linkKey, article?.id ?? null)
    if (known) return { state: 'known', message: null, clipping_id: known }
    const clippingId = await addContentClipping(db, new Tracked(db), actor, uuid(), {
      ...BARE,
      kind: 'page',
      url: item.url,
      linkKey,
      articleId: article?.id ?? null,
      title: item.title ?? '',
      site: new URL(item.url).hostname.replace(/^www\./, ''),
      note: item.note ?? '',
      folder: item.folder,
      tags: readTexts(item.tags_json),
      shelved: item.shelved === 1,
      keptAt: item.added_at,
    })
    return { state: 'added', message: null, clipping_id: clippingId }
  } catch (error) {
    log.error({ error, url: item.url }, 'A row of a list could not be kept.')
    return { state: 'failed', message: storeMessages([note('list.not-kept')]) }
  }
}

/** What a list says nothing of. */
const BARE = {
  description: '',
  author: null,
  language: null,
  publishedAt: null,
  words: '',
  text: '',
  textFrom: null,
  pictures: [],
  pictureUrl: null,
  pictureId: null,
  video: null,
  pdf: null,
  feeds: [],
  done: false,
}
