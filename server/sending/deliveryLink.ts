import type { LinkView } from '#shared/results/types'
import type { Undoable } from '#shared/platform/types'
import { deliveryById, type DeliveryRow } from '#server/delivery'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { webAddress } from '#server/platform/net/address'
import { readPayload } from '#server/posts'
import { linkView, shortLinksOf, type ShortLinkRow } from '#server/results'

/** The short link that a delivery went out with, and what came by it; null where it had none. */
export async function deliveryLink(actor: Actor, id: string): Promise<LinkView | null> {
  const db = await useDb()
  const found = await linkOf(db, await known(db, actor, id))
  return found && linkView(db, found.row, found.address)
}

/**
 * Leads a delivery's short link elsewhere from now on; what came by it before stays counted. Throws
 * `notFound` where it has none, and a refusal for what is no address of the web.
 */
export async function repointLink(actor: Actor, id: string, target: string): Promise<Undoable> {
  const delivery = await known(await useDb(), actor, id)
  const { href } = webAddress(target)
  const { historyId } = await changeUndoably(actor, 'delivery', id, async (db, tracked) => {
    const found = await linkOf(db, delivery)
    if (!found?.row.target) throw problem('notFound')
    await tracked.update('short_links', { code: found.row.code }, { target: href })
  })
  return { historyId }
}

async function known(db: Db, actor: Actor, id: string): Promise<DeliveryRow> {
  const delivery = await deliveryById(db, actor.brandId, id)
  if (!delivery) throw problem('notFound')
  return delivery
}

async function linkOf(db: Db, delivery: DeliveryRow): Promise<{ row: ShortLinkRow; address: string } | null> {
  const address = readPayload(delivery).link?.url
  const row = (await shortLinksOf(db, [delivery.post_id])).find(
    ({ account_id, echo }) => account_id === delivery.account_id && echo === delivery.echo,
  )
  return row && address?.endsWith(`/r/${row.code}`) ? { row, address } : null
}
