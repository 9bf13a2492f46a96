import { v7 as uuid } from 'uuid'
import { factsOfRules, rulesOfFacts, type NetworkFacts } from '#shared/networks/described'
import type { DescribedNetwork } from '#shared/networks/types'
import type { Undoable } from '#shared/platform/types'
import { nextPosition } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { rulesChanged } from './hooks'
import { accountsOf } from './queries/accounts'
import { describedNetworkById, describedNetworksOf } from './queries/describedNetworks'
import { readRules } from './rowJson'
import type { AccountRow, DescribedNetworkRow } from './rows'

type Input = NetworkFacts & { opensAt: string; perDay: number | null }

/** A brand's networks without an open protocol, as it describes them. */
export async function describedNetworks(actor: Actor): Promise<DescribedNetwork[]> {
  const db = await useDb()
  const accounts = await accountsOf(db, actor.brandId)
  return (await describedNetworksOf(db, actor.brandId)).map((row) => viewOf(row, accounts))
}

const viewOf = (row: DescribedNetworkRow, accounts: AccountRow[]): DescribedNetwork => ({
  id: row.id,
  facts: factsOfRules(readRules(row.rules_json)),
  opensAt: row.opens_at,
  perDay: row.per_day,
  accounts: accounts.filter(({ network_id }) => network_id === row.id).length,
  version: row.version,
})

const columnsOf = (id: string, { opensAt, perDay, ...facts }: Input) => ({
  name: facts.name,
  opens_at: opensAt,
  rules_json: JSON.stringify(rulesOfFacts(id, facts)),
  per_day: perDay,
})

/** Describes a network. */
export async function describeNetwork(actor: Actor, input: Input): Promise<Undoable & { id: string }> {
  const id = uuid()
  const { historyId } = await changeUndoably(actor, 'account', id, async (db, tracked) => {
    const position = await nextPosition(db, 'described_networks', actor.brandId)
    await tracked.insert(
      'described_networks',
      { id },
      { brand_id: actor.brandId, ...columnsOf(id, input), position, removed_at: null },
    )
  })
  return { id, historyId }
}

/**
 * Changes how a network is described, and with it the accounts on it; posts that no longer suit go back to
 * the Desk. Throws `notFound`, and `stale` where somebody changed it since.
 */
export async function editDescribedNetwork(
  actor: Actor,
  id: string,
  { version, ...input }: Input & { version: number },
): Promise<Undoable> {
  const { historyId, result } = await changeUndoably(actor, 'account', id, async (db, tracked) => {
    const row = await known(db, actor, id)
    if (row.version !== version) throw problem('stale')
    const columns = columnsOf(id, input)
    await tracked.update('described_networks', { id }, { ...columns, version: version + 1 })
    const touched = (await accountsOf(db, actor.brandId)).filter(({ network_id }) => network_id === id)
    for (const account of touched)
      await tracked.update(
        'accounts',
        { id: account.id },
        {
          // What a webhook states of itself stays, until it states something else.
          rules_json: isDescribed(account, id) ? columns.rules_json : account.rules_json,
          // Who gave an account a name of its own keeps it.
          name: account.name === row.name ? input.name : account.name,
          version: account.version + 1,
        },
      )
    return touched.filter((account) => isDescribed(account, id) && account.rules_json !== columns.rules_json)
  })
  await inTransaction(async (db) => {
    for (const account of result) await rulesChanged.run(db, actor.brandId, account.id)
  })
  return { historyId }
}

/** Whether an account's rules are those of the network it is on. */
const isDescribed = ({ rules_json }: AccountRow, networkId: string): boolean =>
  readRules(rules_json).id === networkId

/** Takes a described network away. Throws `networkUsed` while accounts are on it. */
export async function removeDescribedNetwork(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'account', id, async (db, tracked) => {
    await known(db, actor, id)
    const used = (await accountsOf(db, actor.brandId)).filter(({ network_id }) => network_id === id)
    if (used.length > 0) throw problem('networkUsed', used.length)
    await tracked.update('described_networks', { id }, { removed_at: now() })
  })
  return { historyId }
}

async function known(db: Db, actor: Actor, id: string): Promise<DescribedNetworkRow> {
  const row = await describedNetworkById(db, actor.brandId, id)
  if (!row) throw problem('notFound')
  return row
}
