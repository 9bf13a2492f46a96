import type { Actor } from '#server/platform/changes/actor'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { seal } from '#server/platform/secrets'
import { insertAccount, ThereAlready, type SlotInput } from '../addAccount'
import { acceptSignIn } from '../accounts'
import { rulesChanged } from '../hooks'
import { accountsOf, setConnected } from '../queries/accounts'
import { readEndpoint } from '../rowJson'
import type { AccountRow } from '../rows'
import { takeBackGrant } from './grants'
import type { SignedIn } from './types'

/**
 * Keeps what a sign-in brought: for the account that it is on this network, if the brand has it already, or a
 * new one. Throws `otherIdentity` where an account was to be connected again and the answer is about another.
 */
export async function connectSignedIn(
  actor: Actor,
  signedIn: SignedIn,
  { accountId, slots, mayPost }: { accountId: string | null; slots: SlotInput[]; mayPost: boolean },
): Promise<{ accountId: string; network: string; handle: string; isKnown: boolean }> {
  const { checked } = signedIn
  // What may not post is no account to post to: nothing is kept of it.
  if (!mayPost) throw problem('mayNotPost', checked.name)
  const same = (await accountsOf(await useDb(), actor.brandId)).find((row) => isSame(row, signedIn))
  if (accountId !== null && same?.id !== accountId)
    throw problem('otherIdentity', await handleOf(actor, accountId), checked.handle)
  const known = same ?? (await addSignedIn(actor, signedIn, slots))
  if (typeof known === 'string')
    return { accountId: known, network: checked.name, handle: checked.handle, isKnown: false }
  await inTransaction((db) => connectAgain(db, actor, known, signedIn))
  // Nobody waits for the network to take back what it granted before.
  void takeBackGrant(known, signedIn.token)
  return { accountId: known.id, network: known.name, handle: checked.handle, isKnown: true }
}

/** Adds an account; gives its id, or the row that somebody else added meanwhile. */
async function addSignedIn(
  actor: Actor,
  signedIn: SignedIn,
  slots: SlotInput[],
): Promise<string | AccountRow> {
  const { checked, address, token, grant } = signedIn
  const more = { address, token, grant: JSON.stringify(grant), perDay: null, networkId: null, slots }
  try {
    return (await insertAccount(actor, { ...checked, ...more }, (row) => isSame(row, signedIn))).id
  } catch (error) {
    if (error instanceof ThereAlready) return error.row
    throw error
  }
}

const handleOf = async (actor: Actor, id: string): Promise<string> =>
  (await accountsOf(await useDb(), actor.brandId)).find((row) => row.id === id)?.handle ?? ''

/** Whether a row is the account that somebody signed in to: by what its network knows it by. */
function isSame(row: AccountRow, { checked }: SignedIn): boolean {
  if (row.protocol !== checked.protocol) return false
  const known = readEndpoint(row.endpoint_json)
  const { endpoint } = checked
  switch (checked.protocol) {
    case 'mastodon':
      return known['api'] === endpoint['api'] && known['accountId'] === endpoint['accountId']
    case 'atproto':
      return known['did'] === endpoint['did']
    default:
      return known['micropub'] === endpoint['micropub'] && row.handle === checked.handle
  }
}

async function connectAgain(
  db: Db,
  actor: Actor,
  row: AccountRow,
  { checked, token, grant }: SignedIn,
): Promise<void> {
  await setConnected(db, row.id, {
    token_sealed: seal(token),
    session_sealed: null,
    grant_sealed: seal(JSON.stringify(grant)),
    rules_json: JSON.stringify(checked.rules),
    endpoint_json: JSON.stringify(checked.endpoint),
    handle: checked.handle,
    checked_at: now(),
  })
  await acceptSignIn(db, actor.brandId, row.id)
  await rulesChanged.run(db, actor.brandId, row.id)
}
