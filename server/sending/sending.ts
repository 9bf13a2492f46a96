import { setTimeout as pause } from 'node:timers/promises'
import type { DeliveryRow } from '#server/delivery'
import { log } from '#server/platform/log'
import { dueDeliveries, workOn } from './deliveries'

/**
 * Deliveries on their way at a time, and of one account: a slow network takes up no more than its own places.
 */
const AT_ONCE = 40
const AN_ACCOUNT = 4

const running = new Map<string, Promise<void>>()
const perAccount = new Map<string, number>()
let stopping = false

/**
 * Starts work on every delivery that is due and has room. Does not wait for it; `ended` is called as each
 * ends. Gives how many were started.
 */
export async function startDueSends(ended: () => void = () => undefined): Promise<number> {
  let started = 0
  for (const delivery of await dueDeliveries()) {
    if (running.size >= AT_ONCE || stopping) break
    if (running.has(delivery.id) || (perAccount.get(delivery.account_id) ?? 0) >= AN_ACCOUNT) continue
    start(delivery, ended)
    started++
  }
  return started
}

/** Resolves when nothing is on its way. */
export async function sendsEnded(): Promise<void> {
  while (running.size > 0) await Promise.all(running.values())
}

/**
 * Hands back what was not handed over yet, and waits for the answers of what was, up to so many milliseconds.
 */
export async function stopSends(patienceMs: number): Promise<void> {
  stopping = true
  await Promise.race([sendsEnded(), pause(patienceMs, undefined, { ref: false })])
}

/** Lets sending begin, also after it was stopped. */
export function allowSends(): void {
  stopping = false
}

function start(delivery: DeliveryRow, ended: () => void): void {
  const { id, account_id: account } = delivery
  perAccount.set(account, (perAccount.get(account) ?? 0) + 1)
  const mine = workOn(delivery, () => stopping)
    .catch((error: unknown) =>
      log.error(
        { error, delivery: id },
        'Work on a delivery ended in a fault; it is taken up again when its lease is over.',
      ),
    )
    .then(() => {
      running.delete(id)
      const left = (perAccount.get(account) ?? 1) - 1
      if (left > 0) perAccount.set(account, left)
      else perAccount.delete(account)
      ended()
    })
  running.set(id, mine)
}
