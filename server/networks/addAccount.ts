import { v7 as uuid } from 'uuid'
import type { NetworkRules } from '#core/post'
import type { Account } from '#shared/networks/types'
import type { Undoable } from '#shared/platform/types'
import type { SlotView } from '#shared/schedule/types'
import { nextPosition } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import type { Tracked } from '#server/platform/db/tracked'
import { seal } from '#server/platform/secrets'
import { accountsOf } from './queries/accounts'
import type { AccountRow } from './rows'

export type SlotInput = Omit<SlotView, 'id' | 'weekday'> & { weekday: number }

/** An account that is to be added, as its network or its person told of it. */
interface NewAccount {
  protocol: Account['protocol']
  name: string
  handle: string
  address: string
  pageUrl: string
  rules: NetworkRules
  endpoint: Record<string, string>
  /** What lets us in there; empty for none. */
  token: string
  /** What was granted as somebody signed in, as JSON; left out for a token by hand. */
  grant?: string
  perDay: number | null
  networkId: string | null
  slots: SlotInput[]
}

/** An account is there already, as a row of the brand's. */
export class ThereAlready extends Error {
  readonly row: AccountRow

  constructor(row: AccountRow) {
    super('the account is there already')
    this.row = row
  }
}

/**
 * Stores a new account behind the others, with its first timetable. Throws ThereAlready where one of the
 * brand's `isSame`, so that of two people at once one adds it.
 */
export async function insertAccount(
  actor: Actor,
  account: NewAccount,
  isSame: (row: AccountRow) => boolean = () => false,
): Promise<Undoable & { id: string }> {
  const id = uuid()
  const { historyId } = await changeUndoably(actor, 'account', id, async (db, tracked) => {
    const same = (await accountsOf(db, actor.brandId)).find(isSame)
    if (same) throw new ThereAlready(same)
    await tracked.insert(
      'accounts',
      { id },
      {
        brand_id: actor.brandId,
        protocol: account.protocol,
        name: account.name,
        handle: account.handle,
        address: account.address,
        page_url: account.pageUrl,
        endpoint_json: JSON.stringify(account.endpoint),
        token_sealed: account.token === '' ? '' : seal(account.token),
        grant_sealed: account.grant === undefined ? null : seal(account.grant),
        rules_json: JSON.stringify(account.rules),
        per_day: account.perDay,
        min_gap_minutes: 0,
        checked_at: account.protocol === 'hand' ? null : now(),
        position: await nextPosition(db, 'accounts', actor.brandId),
        network_id: account.networkId,
      },
    )
    await addSlots(tracked, id, account.slots)
  })
  return { id, historyId }
}

/** Adds slots to an account’s timetable; can be undone with what it is part of. */
export async function addSlots(tracked: Tracked, accountId: string, slots: SlotInput[]): Promise<void> {
  for (const slot of slots) {
    const pillar_id = slot.use === 'pillar' ? slot.pillarId : null
    await tracked.insert(
      'slots',
      { id: uuid() },
      { account_id: accountId, weekday: slot.weekday, time: slot.time, use: slot.use, pillar_id },
    )
  }
}
