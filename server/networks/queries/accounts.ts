import type { StoredMessages } from '#server/platform/db/messages'
import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { text } from '#server/platform/db/tables'
import { SLOTS, type AccountRow, type SlotRow } from '../rows'

/** A brand’s accounts that are not removed, in their order. */
export const accountsOf = (db: Db, brandId: string): Promise<AccountRow[]> =>
  db('accounts').where({ brand_id: brandId }).whereNull('removed_at').orderBy('position')

/** A brand’s account that is not removed; undefined for any other. */
export const accountById = (db: Db, brandId: string, id: string): Promise<AccountRow | undefined> =>
  db('accounts').where({ brand_id: brandId, id }).whereNull('removed_at').first()

/** An account whatever became of it: deliveries of a removed account still need its name. */
export const anyAccount = (db: Db, brandId: string, id: string): Promise<AccountRow | undefined> =>
  db('accounts').where({ brand_id: brandId, id }).first()

/** The slots of all of a brand's accounts, in the order of the week. */
export const slotsOf = (db: Db, brandId: string): Promise<SlotRow[]> =>
  readAll(
    SLOTS.columns,
    joined(db, 'slots')
      .join('accounts', 'accounts.id', 'slots.account_id')
      .where('accounts.brand_id', brandId)
      .whereNull('accounts.removed_at')
      .orderBy(['slots.weekday', 'slots.time'])
      .select('slots.*'),
  )

/** When something was handed over to an account's network since then, oldest first. */
export const handoversSince = async (db: Db, accountId: string, since: number): Promise<number[]> =>
  (await db('handovers').where({ account_id: accountId }).where('at', '>', since).orderBy('at')).map(
    ({ at }) => at,
  )

export const addHandover = async (db: Db, accountId: string, at: number): Promise<void> => {
  await db('handovers').insert({ account_id: accountId, at })
}

export const removeHandovers = async (db: Db, before: number): Promise<void> => {
  await db('handovers').where('at', '<', before).del()
}

/** Forgets an account's token and session for good. */
export const wipeToken = async (db: Db, id: string): Promise<void> => {
  await db('accounts').where({ id }).update({ token_sealed: '', session_sealed: null, grant_sealed: null })
}

export const setQuiet = async (db: Db, id: string, until: number): Promise<void> => {
  await db('accounts').where({ id }).update({ quiet_until: until })
}

/** Keeps the session a network gave, encrypted; null forgets it. */
export const setSession = async (db: Db, id: string, sealed: string | null): Promise<void> => {
  await db('accounts').where({ id }).update({ session_sealed: sealed })
}

/**
 * An account whose network refuses the sign-in is on hold; one that was on hold already keeps its own reason.
 */
export const setRefused = async (db: Db, id: string, message: StoredMessages, at: number): Promise<void> => {
  await db('accounts').where({ id }).update({ trouble: message, checked_at: at, refused_at: at })
  await db('accounts').where({ id, held: 0 }).update({ held: 1, hold_until: null, hold_reason: message })
}

/** The sign-in is accepted again: the hold that came with its refusal goes. */
export const clearRefused = async (db: Db, account: AccountRow): Promise<void> => {
  await db('accounts')
    .where({ id: account.id })
    .update({ trouble: null, refused_at: null, quiet_until: null })
  if (account.hold_reason === account.trouble)
    await db('accounts').where({ id: account.id }).update({ held: 0, hold_until: null, hold_reason: null })
}

/** Keeps where an account’s network itself repeats each post. */
export const setAlsoTo = async (db: Db, id: string, json: string): Promise<void> => {
  await db('accounts').where({ id }).update({ also_to_json: json })
}

/** Keeps how a network takes posts, as it says now. */
export const setAccountRules = async (
  db: Db,
  id: string,
  rulesJson: string,
  endpointJson: string,
  at: number,
): Promise<void> => {
  await db('accounts')
    .where({ id })
    .update({ rules_json: rulesJson, endpoint_json: endpointJson, checked_at: at })
}

/** Keeps what a new sign-in brought to an account that is there. */
export const setConnected = async (
  db: Db,
  id: string,
  columns: Pick<
    AccountRow,
    | 'token_sealed'
    | 'session_sealed'
    | 'grant_sealed'
    | 'rules_json'
    | 'endpoint_json'
    | 'handle'
    | 'checked_at'
  >,
): Promise<void> => {
  await db('accounts').where({ id }).update(columns)
}

/** Boards that posts of a brand have named. */
export const boardsNamed = (db: Db, brandId: string): Promise<{ account_id: string; board: string }[]> =>
  readAll(
    { account_id: text(), board: text().surely() },
    joined(db, 'proofs')
      .join('accounts', 'accounts.id', 'proofs.account_id')
      .where('accounts.brand_id', brandId)
      .whereNotNull('proofs.board')
      .whereNot('proofs.board', '')
      .distinct('proofs.account_id', 'proofs.board'),
  )
