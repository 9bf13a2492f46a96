import { say } from '#shared/messages'
import { messagesOf } from '#server/platform/db/messages'
import { readPayload } from '#server/posts'
import {
  readEndpoint,
  readTargets,
  accountById,
  setAlsoTo,
  accountsOfBrand,
  mustWait,
} from '#server/networks'
import { readTexts } from '#shared/platform/json'
import { toInstant } from '#core/instant'
import type { AccountPage } from '#shared/delivery/types'
import { now } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import { deliveriesOfAccount } from '#server/delivery'
import { problem } from '#server/platform/http/problem'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'

const RECENT = 40

/**
 * An account with what its own page shows: how its network stands to us, and what became of the posts that
 * went there.
 */
export async function accountPage(actor: Actor, id: string): Promise<AccountPage> {
  const db = await useDb()
  const row = await accountById(db, actor.brandId, id)
  const account = (await accountsOfBrand(db, actor.brandId)).find((account) => account.id === id)
  if (!row || !account) throw problem('notFound')
  const wait = await mustWait(db, row)
  const { targets = '[]' } = readEndpoint(row.endpoint_json)
  return {
    account,
    refusedAt: row.refused_at === null ? null : toInstant(row.refused_at),
    waits:
      wait === null || wait.until <= now()
        ? null
        : { until: toInstant(wait.until), message: say(wait.message) },
    targets: readTargets(targets),
    alsoTo: readTexts(row.also_to_json),
    deliveries: (await deliveriesOfAccount(db, actor.brandId, id, RECENT)).map((delivery) => ({
      id: delivery.id,
      at: toInstant(delivery.due_at),
      state: delivery.state,
      text: readPayload(delivery).text,
      message: say(messagesOf(delivery.message)),
    })),
  }
}

/**
 * Chooses where the account's network passes its posts on to. Throws `invalid` for what it does not offer.
 */
export async function setAlsoToOf(actor: Actor, id: string, alsoTo: string[]): Promise<AccountPage> {
  const page = await accountPage(actor, id)
  if (alsoTo.some((uid) => !page.targets.some((target) => target.uid === uid))) throw problem('notFound')
  await inTransaction(async (db) => {
    await setAlsoTo(db, id, JSON.stringify(alsoTo))
    await announce(db, actor.brandId, 'account', id)
  })
  return { ...page, alsoTo }
}
