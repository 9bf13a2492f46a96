import { groupBy } from '#core/grouped'
import { DAY, toInstant, type Instant } from '#core/instant'
import { isPoolTooSmall, roundDays } from '#core/schedule'
import { similarity } from '#core/text'
import { say } from '#shared/messages'
import type {
  EvergreenAccount,
  EvergreenDetail,
  EvergreensView,
  EvergreenView,
  PoolView,
} from '#shared/evergreens/types'
import { approvalOf } from '#server/posts'
import { slotsOf, type SlotRow } from '#server/networks'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { messagesOf } from '#server/platform/db/messages'
import { problem } from '#server/platform/http/problem'
import { sourcesOf } from '#server/sources'
import { weakPosts, wordingResponses, type WordingResponses } from '#server/results'
import { poolOf, type Pooled } from './pool'
import { countOwnArticles, showingsOfPost, wordingsOfPosts } from './queries/evergreens'

/** Turns as the plan has them, in their order. */
interface Turns {
  turns: { evergreenId: string; at: Instant; wording: number }[]
  until: Instant
}

const MOST_TURNS = 60
const RECENT_MS = 60 * DAY
/** Wordings as alike as this read the same. */
const ALIKE = 0.8

/** All of a brand's evergreens, and how far each pool goes. */
export async function evergreensView(brandId: string, { turns, until }: Turns): Promise<EvergreensView> {
  const db = await useDb()
  const pool = await poolOf(db, brandId)
  const next = new Map<string, Instant>()
  for (const { evergreenId, at } of turns) if (!next.has(evergreenId)) next.set(evergreenId, at)
  const byPost = groupBy(pool, ({ row }) => row.post_id)
  const responses = groupBy(await wordingResponses(db, brandId, [...byPost.keys()]), ({ postId }) => postId)
  const weak = pool.length === 0 ? new Map<string, number>() : await weakPosts(db, brandId)
  return {
    evergreens: [...byPost].map(([id, ofPost]) =>
      viewOf(ofPost, next, responses.get(id) ?? [], weak.get(id) ?? null),
    ),
    pools: poolViews(pool, await slotsOf(db, brandId), { turns, until }),
    fromOwn: await countOwnArticles(db, brandId, now() - RECENT_MS),
    hasOwnSource: (await sourcesOf(db, brandId)).some(({ own }) => own === 1),
    plannedUntil: until,
  }
}

function viewOf(
  ofPost: Pooled[],
  next: Map<string, Instant>,
  responses: WordingResponses[],
  chanceBelow: number | null,
): EvergreenView {
  const { row } = ofPost[0]!
  const accounts = ofPost.map((one) => accountView(one, next.get(one.row.id) ?? null))
  return {
    postId: row.post_id,
    version: row.version,
    pillarId: row.pillar_id,
    approval: approvalOf(row),
    text: row.text,
    wordings: row.wordings,
    accounts,
    shown: accounts.reduce((sum, { shown }) => sum + shown, 0),
    lastAt: extreme(accounts.map(({ lastAt }) => lastAt)).at(-1) ?? null,
    nextAt: extreme(accounts.map(({ nextAt }) => nextAt))[0] ?? null,
    ...meanOf(responses),
    chanceBelow,
  }
}

const extreme = (instants: (Instant | null)[]): Instant[] => instants.filter((at) => at !== null).sort()

function meanOf(responses: WordingResponses[]): { response: number | null; counted: number } {
  const counted = responses.reduce((sum, one) => sum + one.counted, 0)
  const all = responses.reduce((sum, one) => sum + one.responses, 0)
  return { response: counted === 0 ? null : all / counted, counted }
}

const accountView = ({ row, shown, left, waits }: Pooled, nextAt: Instant | null): EvergreenAccount => ({
  id: row.id,
  accountId: row.account_id,
  minDays: row.min_days,
  endsAt: row.ends_at === null ? null : toInstant(row.ends_at),
  mostTimes: row.most_times,
  left,
  shown: shown?.shown ?? 0,
  lastAt: shown === null ? null : toInstant(shown.last_at),
  nextAt,
  waits,
  message: row.message === null ? '' : say(messagesOf(row.message)),
})

function poolViews(pool: Pooled[], slots: SlotRow[], planned: Turns): PoolView[] {
  const kept = slots.filter(({ use }) => use === 'pillar')
  const keys = [
    ...pool.map(({ row }) => ({ pillarId: row.pillar_id, accountId: row.account_id })),
    ...kept.map((slot) => ({ pillarId: slot.pillar_id, accountId: slot.account_id })),
  ]
  const unique = new Map(keys.map((key) => [`${key.pillarId} ${key.accountId}`, key]))
  return [...unique.values()].map(({ pillarId, accountId }) => {
    const own = pool.filter(
      ({ row, waits }) => row.account_id === accountId && row.pillar_id === pillarId && waits === null,
    )
    const many = kept.filter((slot) => slot.account_id === accountId && slot.pillar_id === pillarId).length
    const restDays = Math.max(0, ...own.map(({ row }) => row.min_days))
    return {
      pillarId,
      accountId,
      posts: own.length,
      slots: many,
      roundDays: roundDays(own.length, many),
      restDays,
      isTooSmall: isPoolTooSmall(own.length, many, restDays),
      ...endOf(own, planned),
    }
  })
}

/** Whether a pool comes to its end in the days planned, and its last turn before that. */
function endOf(own: Pooled[], { turns, until }: Turns): Pick<PoolView, 'runsOut' | 'lastTurnAt'> {
  const turnsOf = groupBy(turns, ({ evergreenId }) => evergreenId)
  const isOver = ({ row, left }: Pooled): boolean =>
    (row.ends_at !== null && row.ends_at < Date.parse(until)) ||
    (left !== null && (turnsOf.get(row.id)?.length ?? 0) >= left)
  if (own.length === 0 || !own.every(isOver)) return { runsOut: false, lastTurnAt: null }
  const last = own.flatMap(({ row }) => turnsOf.get(row.id)?.at(-1)?.at ?? [])
  return { runsOut: true, lastTurnAt: last.sort().at(-1) ?? null }
}

/** What one sees of an evergreen that one looks at. Throws `notFound` for a post that is none. */
export async function evergreenDetail(
  brandId: string,
  postId: string,
  { turns }: Turns,
): Promise<EvergreenDetail> {
  const db = await useDb()
  const own = (await poolOf(db, brandId)).filter(({ row }) => row.post_id === postId)
  if (own.length === 0) throw problem('notFound')
  const ids = new Set(own.map(({ row }) => row.id))
  const showings = await showingsOfPost(db, brandId, postId, MOST_TURNS)
  const responses = await wordingResponses(db, brandId, [postId])
  const texts = (await wordingsOfPosts(db, [postId])).map(({ text }) => text)
  return {
    postId,
    wordings: texts.map((text, at) => {
      const shown = showings.filter(({ wording }) => wording === at)
      return {
        text,
        shown: shown.length,
        lastAt: shown[0] ? toInstant(shown[0].due_at) : null,
        response: meanOf(responses.filter(({ wording }) => wording === at)).response,
        nextAt: turns.find((turn) => ids.has(turn.evergreenId) && turn.wording === at)?.at ?? null,
        like: likeEarlier(texts, at),
      }
    }),
    turns: showings.map(({ id, due_at: at, account_id: accountId, wording }) => ({
      at: toInstant(at),
      accountId,
      wording,
      deliveryId: id,
    })),
  }
}

const likeEarlier = (texts: string[], at: number): number | null => {
  const like = texts.slice(0, at).findIndex((text) => similarity(text, texts[at]!) >= ALIKE)
  return like < 0 ? null : like
}
