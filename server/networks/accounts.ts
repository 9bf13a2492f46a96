import type { Message } from '#core/message'
import { note, say } from '#shared/messages'
import { messagesOf, storeMessages } from '#server/platform/db/messages'
import { readEndpoint, readLinkRule } from './rowJson'
import { readTexts } from '#shared/platform/json'
import { v7 as uuid } from 'uuid'
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
import { nextPosition, holdView } from '#server/people'
import { wipeHistoryOf } from '#server/platform/changes/queries'
import type { AccountRow, SlotRow } from './rows'
import type { Tracked } from '#server/platform/db/tracked'
import { webAddress } from '#server/platform/net/address'
import { allConnectors } from './connectors'
import { problem, ProblemError } from '#server/platform/http/problem'
import { seal, unseal } from '#server/platform/secrets'
import { appearsOnOf, exceptionsOf, mixOf, rulesOf } from './accountFacts'
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
  return (await accountsOf(db, brandId)).map((row) =>
    accountOf(
      row,
      slots,
      named.filter((item) => item.account_id === row.id).map(({ board }) => board),
    ),
  )
}

function accountOf(row: AccountRow, slots: SlotRow[], named: string[]): Account {
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
    except: exceptionsOf(row),
    mix: mixOf(row),
    hold: holdView(row),
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
  let url: URL
  try {
    url = webAddress(address)
    for (const connector of allConnectors) {
      const checked = await connector.check(url, token)
      if (checked) return checked
    }
  } catch (error) {
    throw error instanceof ProblemError && !error.body.errors ? error.at('address') : error
  }
  throw problem('noNetwork', url.hostname).at('address')
}

/** What an address and a token open, without keeping anything. */
export async function checkAccount(address: string, token: string): Promise<CheckedAccount> {
  const { protocol, name, handle, pageUrl, rules } = await ask(address, token)
  return { protocol, name, handle, pageUrl, rules }
}

export type SlotInput = Omit<SlotView, 'id' | 'weekday'> & { weekday: number }

/** Adds an account after checking it live, with a first timetable. */
export async function addAccount(
  actor: Actor,
  input: { address: string; token: string; slots: SlotInput[] },
): Promise<{ id: string; historyId: string }> {
  const checked = await ask(input.address, input.token)
  const id = uuid()
  const { historyId } = await changeUndoably(actor, 'account', id, async (db, tracked) => {
    await tracked.insert(
      'accounts',
      { id },
      {
        brand_id: actor.brandId,
        protocol: checked.protocol,
        name: checked.name,
        handle: checked.handle,
        address: webAddress(input.address).href,
        page_url: checked.pageUrl,
        endpoint_json: JSON.stringify(checked.endpoint),
        token_sealed: seal(input.token),
        rules_json: JSON.stringify(checked.rules),
        per_day: null,
        min_gap_minutes: 0,
        checked_at: now(),
        position: await nextPosition(db, 'accounts', actor.brandId),
      },
    )
    await addSlots(tracked, id, input.slots)
  })
  return { id, historyId }
}

interface AccountEdit {
  name: string
  approver: Account['approver']
  linkRule: LinkRule | null
  /** Ids of other accounts. */
  appearsOn: string[]
  token: string
  version: number
}

/** Changes an account's name, who approves and its links; a new token is checked at the network first. */
export async function editAccount(actor: Actor, id: string, input: AccountEdit): Promise<Undoable> {
  const known = await accountById(await useDb(), actor.brandId, id)
  if (!known) throw problem('notFound')
  const checked = input.token === '' ? null : await ask(known.address, input.token)
  const { historyId } = await changeUndoably(actor, 'account', id, async (db, tracked) => {
    const row = await accountById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.version !== input.version) throw problem('stale')
    const token = checked
      ? {
          token_sealed: seal(input.token),
          session_sealed: null,
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
      appears_on_json: JSON.stringify(appearsOn),
    }
    await tracked.update('accounts', { id }, { ...wishes, version: row.version + 1, ...token })
  })
  if (checked) {
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
async function acceptSignIn(db: Db, brandId: string, id: string): Promise<void> {
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

/** Does the same for an account's row. Gives how many posts went back to the Desk. */
export async function checkRow(row: AccountRow): Promise<number> {
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

/** An account whose token was wiped is like one whose network refuses it. */
async function askWithToken(row: AccountRow): Promise<Checked> {
  if (row.token_sealed === '') throw problem('tokenRefused', row.name).at('token')
  return ask(row.address, unseal(row.token_sealed))
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
  const { historyId } = await changeUndoably(actor, 'account', id, async (db, tracked) => {
    const row = await accountById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    await wipeToken(db, id)
    await setRefused(db, id, storeMessages([note('network.token-removed', { name: row.name })]), now())
    await wipeHistoryOf(db, actor.brandId, 'account', id, 'accounts', WIPED)
    await tracked.update('accounts', { id }, { removed_at: now() })
  })
  return { historyId }
}

const WIPED = { token_sealed: '', session_sealed: null }

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
