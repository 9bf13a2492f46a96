import { setTimeout as pause } from 'node:timers/promises'
import { MINUTE } from '#core/instant'
import { readJson } from '#shared/platform/json'
import { realNow } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { problem, ProblemError } from '#server/platform/http/problem'
import { log } from '#server/platform/log'
import { seal, unseal } from '#server/platform/secrets'
import { anyAccount } from '../queries/accounts'
import { endRenewal, sameAtNetwork, takeRenewal } from '../queries/signIns'
import type { AccountRow } from '../rows'
import { renewal, revoke } from './oauth'
import { isGrant, type Grant } from './types'

/** A token that ends within this time is renewed before it is used. */
const BEFORE_END_MS = 2 * MINUTE
/** How long one process may take for a renewal before another may. */
const RENEWAL_MS = MINUTE
const LOOK_MS = 200

/** What was granted to an account; null for a token by hand. */
export const grantOf = (account: AccountRow): Grant | null =>
  account.grant_sealed === null ? null : readJson(unseal(account.grant_sealed), isGrant)

/** Whether an account's token can be renewed without anybody. */
export const isRenewable = (account: AccountRow): boolean => grantOf(account)?.refresh != null

/**
 * An account with a token that is good for a while: the one it has, or a new one. One renews at a time over
 * all processes, since what renews is good once; the others wait for what it got. `isOver`: the network
 * just refused the one it has. Throws `tokenRefused` where the network grants none any more.
 */
export async function withFreshToken(account: AccountRow, { isOver = false } = {}): Promise<AccountRow> {
  const grant = grantOf(account)
  const ends = grant?.expiresAt ?? null
  if (!grant?.refresh || (!isOver && (ends === null || ends > realNow() + BEFORE_END_MS))) return account
  const db = await useDb()
  const end = realNow() + RENEWAL_MS
  while (realNow() < end) {
    if (await takeRenewal(db, account, { until: realNow() + RENEWAL_MS, now: realNow() }))
      return renewed(account, grant, isOver)
    const now = await anyAccount(db, account.brand_id, account.id)
    if (!now || now.token_sealed !== account.token_sealed) return now ?? account
    await pause(LOOK_MS)
  }
  return account
}

async function renewed(account: AccountRow, grant: Grant, isOver: boolean): Promise<AccountRow> {
  try {
    const { token, grant: next } = await renewal(account.name, grant)
    const columns = { token_sealed: seal(token), grant_sealed: seal(JSON.stringify(next)) }
    if (await endRenewal(await useDb(), account, columns)) return { ...account, ...columns }
    // Removed, or connected again meanwhile: what this brought is nobody's.
    await revoke(next, token)
    throw problem('tokenRefused', account.name)
  } catch (error) {
    await endRenewal(await useDb(), account, null)
    const isRefused = error instanceof ProblemError && error.code === 'tokenRefused'
    // A server that is silent now may renew it later: as long as it is good, what there is serves.
    if (!isRefused && !isOver && (grant.expiresAt ?? 0) > realNow()) return account
    throw error
  }
}

/**
 * Takes back at its network what an account was granted; what can't be taken back ends by itself. Some
 * servers give one token to all who ask for the same account: what another account of ours goes on with, or
 * this one itself (`kept`: its new token), stays.
 */
export async function takeBackGrant(account: AccountRow, kept: string | null = null): Promise<void> {
  const grant = grantOf(account)
  if (!grant || account.token_sealed === '') return
  const token = unseal(account.token_sealed)
  const others = (await sameAtNetwork(await useDb(), account)).filter(
    ({ token_sealed }) => token_sealed !== '',
  )
  if (token === kept || others.some(({ token_sealed }) => unseal(token_sealed) === token)) return
  if (!(await revoke(grant, token)))
    log.info({ account: account.id }, 'What was granted could not be taken back at the network.')
}
