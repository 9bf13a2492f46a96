import { DAY, toInstant } from '#core/instant'
import { zoneClock } from '#core/schedule'
import { isWanted, type Filtered, type SheetFilter } from '#shared/schedule/filter'
import type { ListRow, ListSort, ListView } from '#shared/schedule/types'
import { LIMITS } from '#shared/platform/limits'
import { isDay } from '#shared/platform/schemaParts'
import { lastChangeOf } from '#server/platform/changes/queries'
import { now, realNow } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { rulesOf } from '#server/networks'
import { pillarsOf } from '#server/people'
import {
  postsOnDesk,
  sentKeys,
  sentStamp,
  sentTextsByIds,
  sentWithWords,
  type DeskPost,
  type SentKey,
} from '#server/posts'
import { CARD_STATES, idsIn } from './cards'
import { allPlanned } from './month'
import { planShown } from './recentPlan'

/** Characters of a text where all of it is asked for. */
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

/** A row as far as its place hangs on it: one that went out, or one that is known whole. */
interface Key {
  id: string
  at: number | null
  /** Where what it is sorted by stands among all such names. */
  rank: number
  row: ListRow | null
  sent: SentKey | null
}

/**
 * All of a brand's posts: sent, in line, evergreens' turns, drafts, narrowed and sorted; a page of them from
 * one on. Those without a time stand last, however they are sorted by it.
 */
export async function listOfPosts(brandId: string, ask: ListAsk): Promise<ListView> {
  const db = await useDb()
  const { keys: order, people, sources } = await orderOf(db, brandId, ask)
  const page = order.slice(ask.from, ask.from + LIMITS.listPage)
  const sent = page.flatMap((key) => key.sent ?? [])
  const ids = sent.map(({ id }) => id)
  const texts = new Map(
    (await sentTextsByIds(db, brandId, ids, ask.isWhole ? WHOLE : LIMITS.firstWords)).map((row) => [
      row.id,
      row,
    ]),
  )
  const rows = page.map(({ row, sent: key }): ListRow => {
    if (key) return { ...sentRow(key), ...sentPart(texts.get(key.id)) }
    return ask.isWhole ? row! : { ...row!, text: row!.text.slice(0, LIMITS.firstWords) }
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

/** What a brand has, however it is sorted and narrowed. */
interface Known {
  sent: SentKey[]
  others: ListRow[]
  people: string[]
  sources: string[]
  /** Names of accounts and pillars. */
  names: Map<string, string>
  /** Networks of accounts, by their ids. */
  networks: Map<string, string>
  zone: string
}
interface Order {
  keys: Key[]
  people: string[]
  sources: string[]
}

/**
 * Keeps what was made for a moment, as long as nothing changed: whoever scrolls asks for one page after
 * another, and then sorts what is there in another way.
 */
function keptShortly<T>(most: number) {
  const kept = new Map<string, { stamp: string; at: number; made: Promise<T> }>()
  return (name: string, stamp: string, make: () => Promise<T>): Promise<T> => {
    const known = kept.get(name)
    if (known?.stamp === stamp && realNow() - known.at < FRESH_MS) return known.made
    const one = { stamp, at: realNow(), made: make() }
    const forget = (): unknown => kept.get(name) === one && kept.delete(name)
    one.made.catch(forget)
    kept.delete(name)
    kept.set(name, one)
    if (kept.size > most) kept.delete(kept.keys().next().value!)
    setTimeout(forget, FRESH_MS).unref()
    return one.made
  }
}
/** Changes that are about nothing a sent post is sorted or narrowed by; what goes out is counted besides. */
const NOT_OF_SENT = [
  ...(['line', 'line-order', 'evergreen', 'post', 'post-text', 'pillar', 'article', 'tag', 'watch'] as const),
  ...([
    'watch-hit',
    'notice',
    'letter',
    'token',
    'report',
    'import',
    'calendar',
    'batch',
    'almanac',
    'order',
    'recipient',
  ] as const),
]
const keptSent = keptShortly<SentKey[]>(MOST_ORDERS)
const keptKnown = keptShortly<Known>(MOST_ORDERS)
const keptOrder = keptShortly<Order>(MOST_ORDERS)

async function orderOf(db: Db, brandId: string, ask: ListAsk): Promise<Order> {
  const { filter, accountId, sort, isDescending } = ask
  const stamp = String(await lastChangeOf(db, brandId))
  const name = JSON.stringify([brandId, filter, accountId, sort, isDescending])
  return keptOrder(name, stamp, async () =>
    makeOrder(db, brandId, ask, await keptKnown(brandId, stamp, () => knownOf(db, brandId))),
  )
}

async function knownOf(db: Db, brandId: string): Promise<Known> {
  const plan = await planShown(db, brandId)
  const last = await lastChangeOf(db, brandId, NOT_OF_SENT)
  const sent = await keptSent(brandId, `${last} ${await sentStamp(db, brandId)}`, () => sentKeys(db, brandId))
  const others = [
    ...(await allPlanned(db, plan)).map((card): ListRow => ({ ...card, remoteUrl: null })),
    ...(await postsOnDesk(db, brandId, LIMITS.listedDrafts)).filter(({ lined }) => lined === 0).map(draftRow),
  ]
  return {
    sent,
    others,
    people: namesOf([...sent.map(({ who }) => who), ...others.map(({ authorName }) => authorName)]),
    sources: namesOf([...sent.map(({ source }) => source), ...others.map(({ source }) => source)]),
    zone: plan.brand.zone,
    networks: new Map(plan.accounts.map((account) => [account.id, rulesOf(account).id])),
    names: new Map([
      ...plan.accounts.map(({ id, name }) => [id, name] as const),
      ...(await pillarsOf(db, brandId)).map(({ id, name }) => [id, name] as const),
    ]),
  }
}

/** Whether a time lies in the days looked at; with any chosen, what has no time does not. */
function withinDays({ since, till }: SheetFilter, zone: string): (at: number | null) => boolean {
  const [first, last] = [isDay(since) ? since : null, isDay(till) ? till : null]
  if (first === null && last === null) return () => true
  const midnight = (day: string): number => Date.parse(`${day}T00:00:00Z`)
  const clock = zoneClock(zone, midnight(first ?? last!) - 2 * DAY, midnight(last ?? first!) + 3 * DAY)
  const from = first === null ? Number.NEGATIVE_INFINITY : clock.toUtc(midnight(first))
  const to = last === null ? Number.POSITIVE_INFINITY : clock.toUtc(midnight(last) + DAY)
  return (at) => at !== null && at >= from && at < to
}

const collator = new Intl.Collator('en', { sensitivity: 'base', numeric: true })
/** Names once each, without the empty one, in the order of the alphabet. */
const namesOf = (names: (string | null)[]): string[] =>
  [...new Set(names)].flatMap((name) => name || []).sort((a, b) => collator.compare(a, b))

async function makeOrder(
  db: Db,
  brandId: string,
  { filter, accountId, sort, isDescending }: ListAsk,
  { sent, others, people, sources, names, networks, zone }: Known,
): Promise<Order> {
  const words = filter.words.trim()
  const found = words ? new Set((await sentWithWords(db, brandId, words)).map(({ id }) => id)) : null
  const isWithin = withinDays(filter, zone)
  const networkOf = (id: string): string => networks.get(id) ?? ''
  // Words of what went out were looked for where they are.
  const besides = { ...filter, words: '' }
  const went = sent.filter(
    (key) =>
      (!accountId || key.account_id === accountId) &&
      (found === null || found.has(key.id)) &&
      isWithin(key.due_at) &&
      isWanted(asFiltered(key), besides, networkOf),
  )
  const rows = others.filter(
    (row) =>
      (!accountId || row.accountId === accountId) &&
      isWithin(row.at === null ? null : Date.parse(row.at)) &&
      isWanted(row, filter, networkOf),
  )
  const nameOf = (id: string | null): string => (id === null ? '' : (names.get(id) ?? ''))
  // Names are few, rows are many: only names are compared as such.
  const ofSent = went.map((key) => nameBy(sort, nameOf, asFiltered(key)))
  const ofRows = rows.map((row) => nameBy(sort, nameOf, row))
  const ranks = new Map(namesOf([...ofSent, ...ofRows]).map((name, at) => [name, at + 1]))
  const keys: Key[] = []
  // Plain loops and objects: of twenty thousand, each spread would cost more than all the sorting.
  for (const [at, key] of went.entries())
    keys.push({ id: key.id, at: key.due_at, rank: ranks.get(ofSent[at]!) ?? 0, row: null, sent: key })
  for (const [at, row] of rows.entries()) {
    const time = row.at === null ? null : Date.parse(row.at)
    keys.push({ id: row.id, at: time, rank: ranks.get(ofRows[at]!) ?? 0, row, sent: null })
  }
  const sign = isDescending ? -1 : 1
  keys.sort(
    (a, b) =>
      sign * (a.rank - b.rank) ||
      // What has no time stands last.
      Number(a.at === null) - Number(b.at === null) ||
      sign * ((a.at ?? 0) - (b.at ?? 0)) ||
      (a.id < b.id ? -1 : 1),
  )
  return { keys, people, sources }
}

type Named = Pick<ListRow, 'accountId' | 'pillarId' | 'state' | 'authorName' | 'source'>

function nameBy(sort: ListSort, nameOf: (id: string | null) => string, row: Named): string {
  switch (sort) {
    case 'at':
      return ''
    case 'account':
      return nameOf(row.accountId)
    case 'pillar':
      return nameOf(row.pillarId)
    case 'state':
      return row.state
    case 'who':
      return row.authorName
    case 'source':
      return row.source ?? ''
  }
}

/** What of it one sorts and narrows by. */
const asFiltered = (key: SentKey): Filtered & Named => ({
  accountId: key.account_id,
  pillarId: key.pillar_id,
  campaignId: key.campaign_id,
  tagIds: idsIn(key.tag_ids),
  state: CARD_STATES[key.state],
  authorName: key.who,
  source: key.source,
  evergreenId: key.evergreen_id,
  isHeld: false,
  isHeldBack: false,
  approval: null,
  text: '',
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
  campaignId: key.campaign_id,
  tagIds: idsIn(key.tag_ids),
  isFixed: false,
  approval: null,
  isHeld: false,
  isHeldBack: false,
  authorName: key.who,
  source: key.source,
  orderId: key.order_id,
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
  campaignId: post.campaign_id,
  tagIds: idsIn(post.tag_ids),
  isFixed: false,
  approval: post.approval,
  isHeld: false,
  isHeldBack: false,
  authorName: post.saver ?? '',
  source: post.outlet,
  orderId: post.order_id,
  remoteUrl: null,
})
