import { toInstant } from '#core/instant'
import { isWanted, type SheetFilter } from '#shared/schedule/filter'
import type { ListRow, ListSort, ListView } from '#shared/schedule/types'
import { LIMITS } from '#shared/platform/limits'
import { lastChangeOf } from '#server/platform/changes/queries'
import { now, realNow } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { pillarsOf } from '#server/people'
import { postsOnDesk, sentKeys, sentTextsByIds, type DeskPost, type SentKey } from '#server/posts'
import { CARD_STATES } from './cards'
import { allPlanned } from './month'
import { planShown } from './recentPlan'

/** Rows of one answer. */
const PAGE = 200
/** Characters of a text in a row, and where all of it is asked for. */
const SHORT = 160
const WHOLE = 20_000
/** How long an order is believed, as long as nothing changed. */
const FRESH_MS = 20_000
const MOST_ORDERS = 4

export interface ListAsk {
  filter: SheetFilter
  accountId: string
  sort: ListSort
  isDescending: boolean
  from: number
  /** Whether texts are given whole. */
  isWhole: boolean
}

/** A row as far as its place hangs on it; `row` where all of it is known already. */
interface Key {
  id: string
  at: number | null
  sortBy: string
  row: ListRow | null
  sent: SentKey | null
}

/**
 * All of a brand's posts: sent, in line, evergreens' turns, drafts, narrowed and sorted; `PAGE` of them from
 * one on. Those without a time stand last, however they are sorted by it.
 */
export async function listOfPosts(brandId: string, ask: ListAsk): Promise<ListView> {
  const db = await useDb()
  const { keys: order, people, sources } = await orderOf(db, brandId, ask)
  const page = order.slice(ask.from, ask.from + PAGE)
  const sent = page.flatMap((key) => key.sent ?? [])
  const ids = sent.map(({ id }) => id)
  const texts = new Map(
    (await sentTextsByIds(db, brandId, ids, ask.isWhole ? WHOLE : SHORT)).map((row) => [row.id, row]),
  )
  const rows = page.map(({ row, sent: key }): ListRow => {
    if (key) return { ...sentRow(key), ...sentPart(texts.get(key.id)) }
    return ask.isWhole ? row! : { ...row!, text: row!.text.slice(0, SHORT) }
  })
  return { total: order.length, from: ask.from, firstComing: firstComing(order, ask), people, sources, rows }
}

/** With the newest first there is none: those to come stand at the beginning. */
function firstComing(order: Key[], { sort, isDescending }: ListAsk): number | null {
  if (sort !== 'at' || isDescending) return null
  const at = now()
  const index = order.findIndex((key) => key.at === null || key.at >= at)
  return index < 0 ? null : index
}

const sentPart = (known: { post_id: string; text: string; remote_url: string | null } | undefined) => ({
  postId: known?.post_id ?? '',
  text: known?.text ?? '',
  remoteUrl: known?.remote_url ?? null,
})

interface Order {
  seq: number
  at: number
  keys: Key[]
  people: string[]
  sources: string[]
}
const orders = new Map<string, Order>()

/** The order of all rows: kept for a moment, since whoever scrolls asks for one page after another. */
async function orderOf(db: Db, brandId: string, ask: ListAsk): Promise<Order> {
  const { filter, accountId, sort, isDescending } = ask
  const name = JSON.stringify([brandId, filter, accountId, sort, isDescending])
  const seq = await lastChangeOf(db, brandId)
  const known = orders.get(name)
  if (known?.seq === seq && realNow() - known.at < FRESH_MS) return known
  const kept = { seq, at: realNow(), ...(await makeOrder(db, brandId, ask)) }
  orders.delete(name)
  orders.set(name, kept)
  if (orders.size > MOST_ORDERS) orders.delete(orders.keys().next().value!)
  setTimeout(() => orders.get(name) === kept && orders.delete(name), FRESH_MS).unref()
  return kept
}

async function makeOrder(
  db: Db,
  brandId: string,
  { filter, accountId, sort, isDescending }: ListAsk,
): Promise<Omit<Order, 'seq' | 'at'>> {
  const known = await planShown(db, brandId)
  const names = new Map([
    ...known.accounts.map(({ id, name }) => [id, name] as const),
    ...(await pillarsOf(db, brandId)).map(({ id, name }) => [id, name] as const),
  ])
  const sortBy = (row: ListRow): string =>
    sort === 'account'
      ? (names.get(row.accountId ?? '') ?? '')
      : sort === 'pillar'
        ? (names.get(row.pillarId ?? '') ?? '')
        : sort === 'state'
          ? row.state
          : sort === 'who'
            ? row.authorName
            : sort === 'source'
              ? (row.source ?? '')
              : ''
  const isHere = (row: ListRow): boolean => !accountId || row.accountId === accountId
  const went = (await sentKeys(db, brandId, { words: filter.words.trim(), accountId })).map((key) => ({
    key,
    row: sentRow(key),
  }))
  const others = [
    ...(await allPlanned(db, known)).map((card): ListRow => ({ ...card, remoteUrl: null })),
    ...(await postsOnDesk(db, brandId, LIMITS.listedDrafts)).filter(({ lined }) => lined === 0).map(draftRow),
  ]
  const keys = [
    // Their words were looked for where they are.
    ...went
      .filter(({ row }) => isWanted(row, { ...filter, words: '' }))
      .map(({ row, key }) => keyOf(row, sortBy, key)),
    ...others.filter((row) => isHere(row) && isWanted(row, filter)).map((row) => keyOf(row, sortBy, null)),
  ]
  const all = [...went.map(({ row }) => row), ...others]
  return {
    keys: sorted(keys, isDescending),
    people: namesOf(all.map(({ authorName }) => authorName)),
    sources: namesOf(all.map(({ source }) => source ?? '')),
  }
}

const collator = new Intl.Collator('en', { sensitivity: 'base', numeric: true })
/** Names once each, without the empty one, in the order of the alphabet. */
const namesOf = (names: string[]): string[] =>
  [...new Set(names)].filter(Boolean).sort((a, b) => collator.compare(a, b))

function sorted(keys: Key[], isDescending: boolean): Key[] {
  const sign = isDescending ? -1 : 1
  // Names are few, rows are many: only names are compared as such.
  const ranks = new Map(['', ...namesOf(keys.map(({ sortBy }) => sortBy))].map((name, at) => [name, at]))
  const rank = ({ sortBy }: Key): number => ranks.get(sortBy) ?? 0
  return keys.sort(
    (a, b) =>
      sign * (rank(a) - rank(b)) ||
      // What has no time stands last.
      Number(a.at === null) - Number(b.at === null) ||
      sign * ((a.at ?? 0) - (b.at ?? 0)) ||
      (a.id < b.id ? -1 : 1),
  )
}

const keyOf = (row: ListRow, sortBy: (row: ListRow) => string, sent: SentKey | null): Key => ({
  id: row.id,
  at: row.at === null ? null : Date.parse(row.at),
  sortBy: sortBy(row),
  row: sent ? null : row,
  sent,
})

const sentRow = (key: SentKey): ListRow => ({
  id: key.id,
  accountId: key.account_id,
  postId: '',
  queueItemId: null,
  evergreenId: key.evergreen_id,
  at: toInstant(key.due_at),
  state: CARD_STATES[key.state],
  text: '',
  pillarId: key.pillar_id,
  isFixed: false,
  approval: null,
  isHeld: false,
  isHeldBack: false,
  authorName: key.who,
  source: key.source,
  remoteUrl: null,
})

const draftRow = (post: DeskPost): ListRow => ({
  id: post.id,
  accountId: null,
  postId: post.id,
  queueItemId: null,
  evergreenId: null,
  at: null,
  state: 'draft',
  text: post.text,
  pillarId: post.pillar_id,
  isFixed: false,
  approval: post.approval,
  isHeld: false,
  isHeldBack: false,
  authorName: post.saver ?? '',
  source: post.outlet,
  remoteUrl: null,
})
