import { createHash } from 'node:crypto'
import { v7 as uuid } from 'uuid'
import * as words from '../../shared/words'
import { now } from '../clock'
import { inTransaction, useDb, type Db } from '../db'
import { anyAccount } from '../db/accounts'
import { liveBrands } from '../db/brands'
import { lastChangeOf } from '../db/changes'
import * as store from '../db/deliveries'
import { lineById, postById, removeLine, type LinedPost } from '../db/posts'
import { announce } from './changes'
import { frozenOf } from './frozen'
import { nextTurnOf, planOf } from './plan'
import { linkKeyOf } from './postLinks'
import { returnToDesk } from './returns'

/** A plan's entry becomes a delivery this long before it is due: time to make it ready, short enough to change one's mind before. */
const FREEZE_AHEAD_MS = 10_000
/** Deliveries made in one change, so that nobody waits long for the data file. */
const AT_ONCE = 20
/** A brand's plan is looked at again after this time, whatever was announced. */
const LOOK_AGAIN_MS = 60_000

/** When each brand's plan asks for attention next, and the last change that was known then. */
const turns = new Map<string, { change: number; at: number }>()

/** Turns what the plan says is due into deliveries: exact text frozen, the line's row taken off. Gives how many. */
export async function freezeDue(): Promise<number> {
  const db = await useDb()
  let frozen = 0
  for (const brand of await liveBrands(db)) {
    const change = await lastChangeOf(db, brand.id)
    const known = turns.get(brand.id)
    if (known?.change === change && now() + FREEZE_AHEAD_MS < known.at) continue
    frozen += await freezeBrand(db, brand.id, change)
  }
  return frozen
}

async function freezeBrand(db: Db, brandId: string, change: number): Promise<number> {
  const known = await planOf(db, brandId)
  const due = known.plan.entries.filter((entry) => entry.firm && Date.parse(entry.at) <= now() + FREEZE_AHEAD_MS)
  let seen = change
  let done = 0
  for (let at = 0; at < due.length; at += AT_ONCE) {
    const next = await inTransaction(async (transaction) => {
      // Somebody moved or held something since the plan was made: it is made anew.
      if ((await lastChangeOf(transaction, brandId)) !== seen) return null
      for (const entry of due.slice(at, at + AT_ONCE)) {
        const line = await lineById(transaction, brandId, entry.postId ?? '')
        if (line) await freeze(transaction, line, Date.parse(entry.at), entry.slotAt === null ? null : Date.parse(entry.slotAt))
        done++
      }
      return lastChangeOf(transaction, brandId)
    })
    if (next === null) return done
    seen = next
  }
  const turn = due.length > 0 ? null : nextTurnOf(known)
  if (due.length > 0) turns.delete(brandId)
  else turns.set(brandId, { change, at: Math.min(turn ?? Number.POSITIVE_INFINITY, now() + LOOK_AGAIN_MS) })
  return done
}

/**
 * Makes the delivery of a lined-up post, due at `dueAt`, and takes it off the line. One that no longer suits its network goes back to the
 * Desk instead.
 */
export async function freeze(db: Db, line: LinedPost, dueAt: number, slotAt: number | null, personId: string | null = null): Promise<void> {
  const account = await anyAccount(db, line.brand_id, line.account_id)
  const post = await postById(db, line.brand_id, line.post_id)
  if (!account || !post) return
  const { frozen, unfit } = await frozenOf(db, post, account, line.wording, line.echo)
  if (unfit) return returnToDesk(db, post, account, unfit)
  const id = uuid()
  const says = personId === null ? words.causes.planned : words.causes.sentNow
  await store.insertDelivery(db, {
    id,
    brand_id: line.brand_id,
    post_id: line.post_id,
    account_id: line.account_id,
    key: keyOf(line.id, await store.countOfLine(db, line.id)),
    due_at: dueAt,
    slot_at: slotAt,
    state: 'planned',
    frozen_json: JSON.stringify(frozen),
    pillar_id: line.pillar_id,
    link_key: linkKeyOf(line.link, frozen.text),
    series_id: line.series_id,
    attempts: 0,
    next_try_at: dueAt,
    lease_until: 0,
    remote_id: null,
    remote_url: null,
    says,
    sent_at: null,
    line_id: line.id,
    echo: line.echo,
    wording: line.wording,
    good_until: line.good_until,
  })
  await store.addDeliveryEvent(db, { delivery_id: id, at: now(), state: 'planned', cause: says, person_id: personId })
  await removeLine(db, line.id)
  await announce(db, line.brand_id, 'line', line.id)
}

/**
 * One place in a line becomes one delivery: a second process that comes to the same line makes the same key and is refused. A post that
 * came back into the line gets another with its next place, since the network has nothing of the one before.
 */
const keyOf = (lineId: string, before: number): string =>
  createHash('sha256').update(before === 0 ? `line:${lineId}` : `line:${lineId}:${before}`).digest('hex').slice(0, 40) // prettier-ignore
