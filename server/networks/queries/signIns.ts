import type { Db } from '#server/platform/db'
import type { AccountRow, NetworkClientRow, SignInRow } from '../rows'

export const insertSignIn = async (db: Db, row: SignInRow): Promise<void> => {
  await db('sign_ins').insert(row)
}

/**
 * Takes a sign-in off, if this session of this person began it: of two answers to one, one gets it. Undefined
 * for any other.
 */
export const takeSignIn = async (
  db: Db,
  { state_hash, person_id, session_id }: Pick<SignInRow, 'state_hash' | 'person_id' | 'session_id'>,
): Promise<SignInRow | undefined> => {
  const row = await db('sign_ins').where({ state_hash, person_id, session_id }).first()
  return row && (await db('sign_ins').where({ state_hash }).del()) === 1 ? row : undefined
}

export const networkClient = (
  db: Db,
  { origin, redirect_uri, scopes }: Pick<NetworkClientRow, 'origin' | 'redirect_uri' | 'scopes'>,
): Promise<NetworkClientRow | undefined> =>
  db('network_clients').where({ origin, redirect_uri, scopes }).first()

export const putNetworkClient = async (db: Db, row: NetworkClientRow): Promise<void> => {
  await db('network_clients').insert(row).onConflict(['origin', 'redirect_uri', 'scopes']).merge()
}

/** Forgets what a server knows this installation as. */
export const forgetNetworkClient = async (db: Db, origin: string): Promise<void> => {
  await db('network_clients').where({ origin }).del()
}

/**
 * Takes an account's renewal, if nobody has it and its token is still the one known. Says whether it was got.
 */
export const takeRenewal = async (
  db: Db,
  { id, token_sealed }: Pick<AccountRow, 'id' | 'token_sealed'>,
  { until, now }: { until: number; now: number },
): Promise<boolean> =>
  (await db('accounts')
    .where({ id, token_sealed })
    .where('renewing_until', '<', now)
    .update({ renewing_until: until })) === 1

/**
 * Ends a renewal and keeps what it brought (null: nothing), if the account still has the token that was
 * renewed: one that was removed or connected again meanwhile gets none back. Says whether it had.
 */
export const endRenewal = async (
  db: Db,
  { id, token_sealed }: Pick<AccountRow, 'id' | 'token_sealed'>,
  renewed: { token_sealed: string; grant_sealed: string } | null,
): Promise<boolean> =>
  (await db('accounts')
    .where({ id, token_sealed })
    .update({ renewing_until: 0, ...renewed })) === 1

/** Other accounts, of any brand, that are the same at their network. */
export const sameAtNetwork = (
  db: Db,
  { id, protocol, endpoint_json }: Pick<AccountRow, 'id' | 'protocol' | 'endpoint_json'>,
): Promise<AccountRow[]> =>
  db('accounts').where({ protocol, endpoint_json }).whereNot({ id }).whereNull('removed_at')
