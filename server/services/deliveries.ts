import { createHash } from 'node:crypto'
import { v7 as uuid } from 'uuid'
import { canonicalUrl } from '../../core/url'
import { now, realNow } from '../clock'
import { inTransaction, useDb, type Db } from '../db'
import { anyAccount, setAccountTrouble } from '../db/accounts'
import { liveBrands } from '../db/brands'
import * as store from '../db/deliveries'
import { postById, removeLine, type LinedPost } from '../db/posts'
import type { AccountRow, DeliveryRow } from '../db/rows'
import { log } from '../log'
import { connectorFor, type AccountAccess, type Outcome } from '../networks'
import { unseal } from '../secrets'
import { settings } from '../settings'
import { announce } from './changes'
import { frozenOf, outgoingOf } from './frozen'
import { planOf } from './plan'
import { returnToDesk } from './returns'
import { retryDelayMs, type DeliveryState } from './deliveryStates'

/** A plan's entry becomes a delivery this long before it is due. */
const FREEZE_AHEAD_MS = 0

/** Turns what the plan says is due by now into deliveries: exact text frozen, the line's row taken off. */
export async function freezeDue(): Promise<number> {
  const db = await useDb()
  let frozen = 0
  for (const brand of await liveBrands(db)) {
    frozen += await inTransaction(async (transaction) => {
      const { plan, lines } = await planOf(transaction, brand.id)
      const due = plan.entries.filter((entry) => entry.firm && Date.parse(entry.at) <= now() + FREEZE_AHEAD_MS)
      for (const entry of due) {
        const line = lines.get(entry.postId ?? '')
        if (line) await freeze(transaction, line, Date.parse(entry.at), entry.slotAt === null ? null : Date.parse(entry.slotAt))
      }
      return due.length
    })
  }
  return frozen
}

/**
 * Makes the delivery of a lined-up post, due at `dueAt`, and takes it off the line. One that no longer suits its network goes back to the
 * Desk instead.
 */
export async function freeze(db: Db, line: LinedPost, dueAt: number, slotAt: number | null): Promise<void> {
  const account = await anyAccount(db, line.brand_id, line.account_id)
  const post = await postById(db, line.brand_id, line.post_id)
  if (!account || !post) return
  const { frozen, unfit } = await frozenOf(db, post, account, line.wording)
  if (unfit) return returnToDesk(db, post, account, unfit)
  const id = uuid()
  await store.insertDelivery(db, {
    id,
    brand_id: line.brand_id,
    post_id: line.post_id,
    account_id: line.account_id,
    // One line becomes one delivery: a second process that comes to the same line makes the same key and is refused.
    key: createHash('sha256').update(`line:${line.id}`).digest('hex').slice(0, 40),
    due_at: dueAt,
    slot_at: slotAt,
    state: 'planned' satisfies DeliveryState,
    frozen_json: JSON.stringify(frozen),
    pillar_id: line.pillar_id,
    link_key: line.link ? canonicalUrl(line.link) : null,
    series_id: line.series_id,
    attempts: 0,
    next_try_at: dueAt,
    lease_until: 0,
    remote_id: null,
    remote_url: null,
    says: 'About to be sent.',
    sent_at: null,
    line_id: line.id,
    echo: line.echo,
    wording: line.wording,
  })
  await store.addDeliveryEvent(db, { delivery_id: id, at: now(), state: 'planned', cause: 'Due by the plan.' })
  await removeLine(db, line.id)
  await announce(db, line.brand_id, 'line', line.id)
}

/** Works on every delivery that is due and free: those of unknown outcome are asked about first. Gives how many. */
export async function workDueDeliveries(): Promise<number> {
  const db = await useDb()
  await setAbandonedToUnknown(db)
  const unsettled = await store.workableDeliveries(db, ['unknown'], now(), realNow())
  for (const delivery of unsettled) await settleUnknown(delivery)
  const due = await store.sendableDeliveries(db, ['planned', 'waiting'], now(), realNow())
  await Promise.all(due.map((delivery) => send(delivery)))
  return unsettled.length + due.length
}

/** A delivery whose sender died holds no lease any more; whether it arrived is not known. */
async function setAbandonedToUnknown(db: Db): Promise<void> {
  for (const delivery of await store.workableDeliveries(db, ['sending'], Number.MAX_SAFE_INTEGER, realNow())) {
    await setState(delivery, 'unknown', 'The sender stopped before the network’s answer was stored; the network is asked first.', {})
  }
}

async function send(delivery: DeliveryRow): Promise<void> {
  const db = await useDb()
  const lease = { state: 'sending', lease_until: realNow() + settings().leaseSeconds * 1000, attempts: delivery.attempts + 1, says: 'Being sent.' }
  if (!(await store.leaseDelivery(db, delivery.id, ['planned', 'waiting'], realNow(), lease))) return
  await setState({ ...delivery, ...lease }, 'sending', 'Handed to the network.', lease)
  const account = await anyAccount(db, delivery.brand_id, delivery.account_id)
  if (!account) return
  await storeOutcome(delivery, account, await publish(db, delivery, account))
}

/** Hands a delivery over. What can't even be made ready never went out, and is said so. */
async function publish(db: Db, delivery: DeliveryRow, account: AccountRow): Promise<Outcome> {
  const outgoing = await outgoingOf(db, delivery, account).catch((error: unknown) => {
    log.error({ error, delivery: delivery.id }, 'A delivery could not be made ready.')
    return null
  })
  if (!outgoing) return { kind: 'refused', says: 'A picture of it can’t be read any more, so nothing was sent. Take another picture.' }
  return connectorFor(account.protocol).publish(accessOf(account), outgoing)
}

async function settleUnknown(delivery: DeliveryRow): Promise<void> {
  const db = await useDb()
  if (!(await store.leaseDelivery(db, delivery.id, ['unknown'], realNow(), { lease_until: realNow() + settings().leaseSeconds * 1000 }))) return
  const account = await anyAccount(db, delivery.brand_id, delivery.account_id)
  if (!account) return
  const found = await connectorFor(account.protocol).find(accessOf(account), await outgoingOf(db, delivery, account))
  if (found.kind === 'there') return storeOutcome(delivery, account, { kind: 'done', remoteId: found.remoteId, remoteUrl: found.remoteUrl })
  if (found.kind === 'not-there') return setState(delivery, 'waiting', `${account.name} does not have it; it is sent again.`, { next_try_at: now() })
  return setState(delivery, 'unknown', `${account.name} can’t be asked yet: ${found.says}`, {
    next_try_at: now() + retryDelayMs(delivery.attempts, Math.random()),
  })
}

/** Stores what became of a try. */
async function storeOutcome(delivery: DeliveryRow, account: AccountRow, outcome: Outcome): Promise<void> {
  switch (outcome.kind) {
    case 'done':
      await setState(delivery, 'sent', `${account.name} took it.`, { remote_id: outcome.remoteId, remote_url: outcome.remoteUrl, sent_at: now() })
      return
    case 'refused':
      if (outcome.tokenRefused) await setAccountTrouble(await useDb(), account.id, outcome.says, now())
      await setState(delivery, 'not-sent', `${account.name} refused it for good. ${outcome.says}`, {})
      return
    case 'later':
      await setState(delivery, 'waiting', `${account.name} could not take it now. ${outcome.says}`, {
        next_try_at: now() + (outcome.waitMs ?? retryDelayMs(delivery.attempts, Math.random())),
      })
      return
    case 'unknown':
      await setState(delivery, 'unknown', `Whether ${account.name} took it is not known. ${outcome.says} It is asked before anything is sent again.`, {
        next_try_at: now() + 5_000,
      })
  }
}

async function setState(delivery: DeliveryRow, state: DeliveryState, says: string, patch: Partial<DeliveryRow>): Promise<void> {
  await inTransaction(async (db) => {
    await store.updateDelivery(db, delivery.id, { lease_until: 0, ...patch, state, says })
    await store.addDeliveryEvent(db, { delivery_id: delivery.id, at: now(), state, cause: says })
    await announce(db, delivery.brand_id, 'delivery', delivery.id)
  })
  log.info({ delivery: delivery.id, state }, says)
}

const accessOf = (account: AccountRow): AccountAccess => ({
  endpoint: JSON.parse(account.endpoint_json) as Record<string, string>,
  token: unseal(account.token_sealed),
  pageUrl: account.page_url,
})
