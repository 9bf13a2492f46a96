import type { Db } from '.'
import type { AccountRow, SlotRow } from './rows'

export const accountsOf = (db: Db, brandId: string): Promise<AccountRow[]> =>
  db<AccountRow>('accounts').where({ brand_id: brandId }).whereNull('removed_at').orderBy('position')

export const accountById = (db: Db, brandId: string, id: string): Promise<AccountRow | undefined> =>
  db<AccountRow>('accounts').where({ brand_id: brandId, id }).whereNull('removed_at').first()

/** An account whatever became of it: deliveries of a removed account still need its name. */
export const anyAccount = (db: Db, brandId: string, id: string): Promise<AccountRow | undefined> =>
  db<AccountRow>('accounts').where({ brand_id: brandId, id }).first()

/** The slots of all of a brand's accounts, in the order of the week. */
export const slotsOf = (db: Db, brandId: string): Promise<SlotRow[]> =>
  db('slots')
    .join('accounts', 'accounts.id', 'slots.account_id')
    .where('accounts.brand_id', brandId)
    .whereNull('accounts.removed_at')
    .orderBy(['slots.weekday', 'slots.time'])
    .select('slots.*')

export const setAccountTrouble = async (db: Db, id: string, trouble: string | null, at: number): Promise<void> => {
  await db('accounts').where({ id }).update({ trouble, checked_at: at })
}

/** Keeps how a network takes posts, as it says now. */
export const setAccountRules = async (db: Db, id: string, rulesJson: string, endpointJson: string, at: number): Promise<void> => {
  await db('accounts').where({ id }).update({ rules_json: rulesJson, endpoint_json: endpointJson, trouble: null, checked_at: at })
}

/** Boards that posts of a brand have named. */
export const boardsNamed = (db: Db, brandId: string): Promise<{ account_id: string; board: string }[]> =>
  db('proofs')
    .join('accounts', 'accounts.id', 'proofs.account_id')
    .where('accounts.brand_id', brandId)
    .whereNotNull('proofs.board')
    .whereNot('proofs.board', '')
    .distinct('proofs.account_id', 'proofs.board') as unknown as Promise<{ account_id: string; board: string }[]>
