import { personById, holdView } from '#server/people'
import { toInstant } from '#core/instant'
import type { Message } from '#core/message'
import { note, say } from '#shared/messages'
import { messagesOf, storeMessages } from '#server/platform/db/messages'
import { networkOfAccount } from './queries/describedNetworks'
import { readEndpoint, readLinkRule, readRules } from './rowJson'
import { readTexts } from '#shared/platform/json'
import type { LinkRule } from '#core/url'
import type { Weekday } from '#core/instant'
import type { Account, CheckedAccount } from '#shared/networks/types'
import type { SlotView } from '#shared/schedule/types'
import type { Undoable } from '#shared/platform/types'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import {
  accountById,
  accountsOf,
  boardsNamed,
  clearRefused,
  setAccountRules,
  setRefused,
  slotsOf,
  wipeToken,
} from './queries/accounts'
import { wipeHistoryOf } from '#server/platform/changes/queries'
import type { AccountRow, SlotRow } from './rows'
import { firstOf } from './firstOf'
import { insertAccount, type SlotInput } from './addAccount'
import { allConnectors, tryWebhook } from './connectors'
import { problem, ProblemError } from '#server/platform/http/problem'
import { seal, unseal } from '#server/platform/secrets'
import { addressOf } from './signIn/addresses'
import { boundAskOf } from './signIn/boundAsk'
import { takeBackGrant, withFreshToken } from './signIn/grants'
import type { AskWith } from './connectors/connector'
import { xrpc } from './connectors/atprotoSession'
import type { NetworkRules } from '#core/post'
import { appearsOnOf, exceptionsOf, holidaysOf, mixOf, rulesOf } from './accountFacts'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { noticeRules, noticeToken } from './accountNotices'
import { changeUndoably } from '#server/platform/changes/history'
import { settleNotices } from '#server/notices'
import { rulesChanged, signInAccepted } from './hooks'

/** A brand's accounts with their timetables. Tokens never leave the server. */
export async function accountsOfBrand(db: Db, brandId: string): Promise<Account[]> {
  const slots = await slotsOf(db, brandId)
  const named = await boardsNamed(db, brandId)
  const accounts: Account[] = []
  for (const row of await accountsOf(db, brandId)) {
    const boards = named.filter((item) => item.account_id === row.id).map(({ board }) => board)
    const by = row.unseen_by === null ? null : await personById(db, row.unseen_by)
    accounts.push(accountOf(row, slots, boards, by?.name ?? ''))
  }
  return accounts
}

function accountOf(row: AccountRow, slots: SlotRow[], named: string[], unseenBy: string): Account {
  const { boards = '[]' } = readEndpoint(row.endpoint_json)
  const ofNetwork = readTexts(boards)
  return {
    id: row.id,
    name: row.name,
    handle: row.handle,
    address: row.address,
    pageUrl: row.page_url,
    protocol: row.protocol as Account['protocol'],
    rules: rulesOf(row),
    perDay: row.per_day,
    minGapMinutes: row.min_gap_minutes,
    slots: slots.filter((slot) => slot.account_id === row.id).map(slotOf),
    checkedAt: row.checked_at === null ? null : new Date(row.checked_at).toISOString(),
    trouble: row.trouble === null ? null : say(messagesOf(row.trouble)),
    boards: [...new Set([...ofNetwork, ...named])],
    networkBoards: ofNetwork,
    approver: row.approver,
    linkRule: readLinkRule(row.link_rule_json),
    repeatAfterDays: row.repeat_after_days,
    appearsOn: appearsOnOf(row),
    hashtagsMost: row.hashtags_most,
    buttonLabel: row.button_label,
    except: exceptionsOf(row),
    holidays: holidaysOf(row),
    mix: mixOf(row),
    hold: holdView(row),
    networkId: row.network_id,
    isSignedIn: row.grant_sealed !== null,
    unseen: row.unseen_since === null ? null : { by: unseenBy, at: toInstant(row.unseen_since) },
    version: row.version,
  }
}

const slotOf = (row: SlotRow): SlotView => ({
  id: row.id,
  weekday: row.weekday as Weekday,
  time: row.time,
  use: row.use,
  pillarId: row.pillar_id,
})

type Checked = CheckedAccount & { endpoint: Record<string, string> }

/** Asks an address which protocol it speaks and whether the token is accepted there. */
async function ask(address: string, token: string): Promise<Checked> {
  try {
    const url = await addressOf(address)
    const checked = await firstOf(allConnectors.map((connector) => () => connector.check(url, token)))
    if (checked) return checked
    throw problem('noNetwork', url.hostname)
  } catch (error) {
    throw error instanceof ProblemError && !error.body.errors ? error.at('address') : error
  }
}

/** What an address and a token open, without keeping anything. */
export async function checkAccount(address: string, token: string): Promise<CheckedAccount> {
  const { protocol, name, handle, pageUrl, rules } = await ask(address, token)
  return { protocol, name, handle, pageUrl, rules }
}

/** Adds an account after checking it live, with a first timetable. */
export async function addAccount(
  actor: Actor,
  input: { address: string; token: string; slots: SlotInput[] },
): Promise<Undoable & { id: string }> {
  const checked = await ask(input.address, input.token)
  return insertAccount(actor, {
    ...checked,
    address: (await addressOf(input.address)).href,
    token: input.token,
    perDay: null,
    networkId: null,
    slots: input.slots,
  })
}

interface AccountEdit {
  name: string
  approver: Account['approver']
  linkRule: LinkRule | null
  /** Ids of other accounts. */
  appearsOn: string[]
  hashtagsMost: number | null
  buttonLabel: string
  token: string
  version: number
}

/** Changes an account's name, who approves and its links; a new token is checked at the network first. */
export async function editAccount(actor: Actor, id: string, input: AccountEdit): Promise<Undoable> {
  const known = await accountById(await useDb(), actor.brandId, id)
  if (!known) throw problem('notFound')
  const checked = input.token === '' ? null : await askFor(known, input.token)
  const { historyId } = await changeUndoably(actor, 'account', id, async (db, tracked) => {
    const row = await accountById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.version !== input.version) throw problem('stale')
    const token = checked
      ? {
          token_sealed: seal(input.token),
          session_sealed: null,
          grant_sealed: null,
          rules_json: JSON.stringify(checked.rules),
          checked_at: now(),
        }
      : {}
    const others = new Set((await accountsOf(db, actor.brandId)).map((account) => account.id))
    const appearsOn = [...new Set(input.appearsOn)].filter((item) => item !== id && others.has(item))
    const linkRule = input.linkRule === null ? null : JSON.stringify(input.linkRule)
    const wishes = {
      name: input.name,
      approver: input.approver,
      link_rule_json: linkRule,
      hashtags_most: input.hashtagsMost,
      button_label: input.buttonLabel === '' ? null : input.buttonLabel,
      appears_on_json: JSON.stringify(appearsOn),
    }
    await tracked.update('accounts', { id }, { ...wishes, version: row.version + 1, ...token })
  })
  if (checked) {
    // What was granted before is of no more use.
    void takeBackGrant(known)
    await inTransaction(async (db) => {
      await acceptSignIn(db, actor.brandId, id)
      await rulesChanged.run(db, actor.brandId, id)
    })
  }
  return { historyId }
}

/**
 * The network accepts the sign-in: the hold that came with its refusal is lifted, and what it held goes to
 * the next slots.
 */
export async function acceptSignIn(db: Db, brandId: string, id: string): Promise<void> {
  const row = await accountById(db, brandId, id)
  if (!row) return
  if (row.refused_at !== null) await signInAccepted.run(db, brandId, id)
  await clearRefused(db, row)
  await settleNotices(db, brandId, 'token', id)
  await announce(db, brandId, 'account', id)
}

/**
 * Asks the network once more, with the token that is kept, how it takes posts; what no longer suits goes back
 * to the Desk. Where it refuses the token, that is kept with the account and the refusal thrown.
 */
export async function checkAgain(actor: Actor, id: string): Promise<{ returned: number }> {
  const row = await accountById(await useDb(), actor.brandId, id)
  if (!row) throw problem('notFound')
  return { returned: await checkRow(row) }
}

/**
 * Does the same for an account's row. Gives how many posts went back to the Desk. A network that is posted to
 * by hand can't be asked: it is as it is described.
 */
export async function checkRow(row: AccountRow): Promise<number> {
  if (row.protocol === 'hand') return 0
  const checked = await askWithToken(row).catch(async (error: unknown) => {
    if (error instanceof ProblemError && error.code === 'tokenRefused')
      await refuseSignIn(row, [error.reason])
    throw error
  })
  const isChanged = row.rules_json !== JSON.stringify(checked.rules)
  return inTransaction(async (db) => {
    await setAccountRules(db, row.id, JSON.stringify(checked.rules), JSON.stringify(checked.endpoint), now())
    await announce(db, row.brand_id, 'account', row.id)
    await acceptSignIn(db, row.brand_id, row.id)
    if (!isChanged) return 0
    const returned = (await rulesChanged.run(db, row.brand_id, row.id)).reduce((sum, count) => sum + count, 0)
    await noticeRules(db, row, rulesOf(row), checked.rules, returned)
    return returned
  })
}

type Facts = Pick<Checked, 'rules' | 'endpoint'>

/** An account whose token was wiped is like one whose network refuses it. */
async function askWithToken(row: AccountRow): Promise<Facts> {
  if (row.token_sealed === '') throw problem('tokenRefused', row.name).at('token')
  const fresh = await withFreshToken(row)
  const bound = boundAskOf(fresh)
  // A token that is bound to a key is shown to nobody without it.
  if (bound) return { rules: await boundRules(fresh, bound), endpoint: readEndpoint(row.endpoint_json) }
  return askFor(fresh, unseal(fresh.token_sealed))
}

/** Whether a bound token is accepted, and how the network takes posts by its lexicon. */
async function boundRules(row: AccountRow, bound: AskWith): Promise<NetworkRules> {
  const { api = '' } = readEndpoint(row.endpoint_json)
  const answer = await bound(xrpc(api, 'com.atproto.server.getSession'), { method: 'GET', headers: {} })
  if (answer.status === 400 || answer.status === 401) throw problem('tokenRefused', row.name).at('token')
  return readRules(row.rules_json)
}

/** Asks an account's network, with a token, how it takes posts. */
async function askFor(row: AccountRow, token: string): Promise<Facts> {
  if (row.protocol !== 'webhook') return ask(row.address, token)
  const network = await networkOfAccount(await useDb(), row)
  const stated = await tryWebhook(new URL(row.address), token).catch((error: unknown) => {
    throw error instanceof ProblemError ? error.at('token') : error
  })
  return {
    rules: stated ?? readRules((network ?? row).rules_json),
    endpoint: readEndpoint(row.endpoint_json),
  }
}

async function refuseSignIn(row: AccountRow, message: Message[]): Promise<void> {
  await inTransaction(async (db) => {
    await setRefused(db, row.id, storeMessages(message), now())
    await announce(db, row.brand_id, 'account', row.id)
    await noticeToken(db, row, message)
  })
}

/**
 * Takes an account away; what waits in its line stays stored and comes back with an undo. Its token does not:
 * it is wiped here and in what is remembered of the account, so an undo asks for a new sign-in.
 */
export async function removeAccount(actor: Actor, id: string): Promise<Undoable> {
  const { historyId, result } = await changeUndoably(actor, 'account', id, async (db, tracked) => {
    const row = await accountById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.token_sealed !== '') {
      await wipeToken(db, id)
      await setRefused(db, id, storeMessages([note('network.token-removed', { name: row.name })]), now())
      await wipeHistoryOf(db, actor.brandId, 'account', id, 'accounts', WIPED)
    }
    await tracked.update('accounts', { id }, { removed_at: now() })
    return row
  })
  // Nobody waits for the network to take back what it granted.
  void takeBackGrant(result)
  return { historyId }
}

const WIPED = { token_sealed: '', session_sealed: null, grant_sealed: null }
