import { v7 as uuid } from 'uuid'
import { MINUTE, toInstant, type Instant } from '#core/instant'
import type { Message } from '#core/message'
import { note } from '#shared/messages'
import type { OrderRule } from '#shared/orders/types'
import type { PostDoc } from '#shared/posts/types'
import type { Echo, Placement } from '#shared/schedule/types'
import { putEvergreen } from '#server/evergreens'
import { accountsOf, slotsOf, type AccountRow } from '#server/networks'
import type { Actor } from '#server/platform/changes/actor'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { storeMessages } from '#server/platform/db/messages'
import { Tracked } from '#server/platform/db/tracked'
import { problem, ProblemError } from '#server/platform/http/problem'
import { insertPost, linkOfPost, postById } from '#server/posts'
import { putInLine, tryPlacing } from '#server/schedule'

export interface Making {
  /** Who stands for the order, and who said that it may post unseen. */
  actor: Actor
  order: { id: string; name: string; rule: OrderRule }
  doc: PostDoc
  notBefore: Instant | null
}

/**
 * Makes an order's post: a draft, or in line, in review or approved, as it says. What a check stops stays a
 * draft, and the reason is given. Within the transaction that keeps what became of it.
 */
export async function makePost(db: Db, making: Making): Promise<{ postId: string; message: Message[] }> {
  const { actor, order, doc } = making
  const postId = uuid()
  const tracked = new Tracked(db)
  await insertPost(db, tracked, actor, postId, doc, order.id)
  if (order.rule.act === 'draft') return { postId, message: [] }
  const chosen = new Set(doc.accounts.map(({ accountId }) => accountId))
  const accounts = (await accountsOf(db, actor.brandId)).filter(({ id }) => chosen.has(id))
  if (accounts.length === 0) return { postId, message: [note('order.kept-nowhere')] }
  try {
    const approval = await lineUp(db, tracked, making, postId, accounts)
    const isOther = order.rule.act === 'lined' && approval !== 'approved'
    return { postId, message: isOther ? [note('order.someone-else')] : [] }
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    // Checks come before anything is put in line, so that nothing is half done.
    return { postId, message: [note('order.kept-draft'), error.reason] }
  }
}

async function lineUp(
  db: Db,
  tracked: Tracked,
  { actor, order, doc, notBefore }: Making,
  postId: string,
  accounts: AccountRow[],
): Promise<string> {
  const post = (await postById(db, actor.brandId, postId))!
  const { when, act } = order.rule
  const reason = storeMessages([note('order.by', { name: order.name })])
  if (act === 'lined' && when.again === 'evergreen') {
    const wish = {
      accountIds: accounts.map(({ id }) => id),
      minDays: when.againDays,
      until: null,
      times: null,
    }
    return putEvergreen(db, tracked, actor, post, wish)
  }
  const trial = await tryPlacing(
    db,
    actor.brandId,
    {
      id: postId,
      pillarId: post.pillar_id,
      link: linkOfPost(post.link, doc.wordings[0]?.text ?? ''),
      goodUntil: post.good_until,
      notBefore: post.not_before,
    },
    await placementsOf(db, actor.brandId, accounts, notBefore),
    echoesOf(order.rule, doc),
  )
  // A place that comes too late is none: nothing is to stand in line for nothing.
  const [nowhere] = trial.accounts.filter(({ at }) => at === null)
  if (nowhere && trial.accounts.every(({ at }) => at === null)) throw problem('noPlace', nowhere.message)
  return putInLine(db, tracked, actor, post, accounts, trial, act === 'review', reason)
}

/** The next slot; an account without a timetable gets a time of its own. */
async function placementsOf(
  db: Db,
  brandId: string,
  accounts: AccountRow[],
  notBefore: Instant | null,
): Promise<Placement[]> {
  const timed = new Set((await slotsOf(db, brandId)).map((slot) => slot.account_id))
  const soon = toInstant(Math.ceil((now() + MINUTE) / MINUTE) * MINUTE)
  return accounts.map(({ id }): Placement => {
    if (timed.has(id)) return { accountId: id, kind: 'next', at: null }
    return { accountId: id, kind: 'time', at: notBefore !== null && notBefore > soon ? notBefore : soon }
  })
}

/** The same post again, some days apart, its wordings in turn. */
const echoesOf = ({ when }: OrderRule, { wordings }: PostDoc): Echo[] =>
  when.again === 'times'
    ? Array.from({ length: when.againTimes - 1 }, (_, at) => ({
        after: { days: (at + 1) * when.againDays },
        wording: (at + 1) % wordings.length,
      }))
    : []
