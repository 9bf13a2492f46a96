import type { Message } from '#core/message'
import { note } from '#shared/messages'
import { makesPosts, type OrderRule, type OrderTrigger } from '#shared/orders/types'
import { campaignById } from '#server/campaigns'
import { accountsOf, type AccountRow } from '#server/networks'
import { pillarById, roleOf } from '#server/people'
import type { Db } from '#server/platform/db'
import { areThere, type NamedTable } from './queries/named'

/** What all orders of a brand are looked through with, each asked for once. */
export class FaultFacts {
  readonly #roles = new Map<string, ReturnType<typeof roleOf>>()
  #accounts: Promise<AccountRow[]> | null = null

  constructor(
    readonly db: Db,
    readonly brandId: string,
  ) {}

  /** What a person may do in the brand; null for nobody of it. */
  roleOf(personId: string): ReturnType<typeof roleOf> {
    const known = this.#roles.get(personId) ?? roleOf(this.db, this.brandId, personId)
    this.#roles.set(personId, known)
    return known
  }

  /** The brand's accounts. */
  accounts(): Promise<AccountRow[]> {
    return (this.#accounts ??= accountsOf(this.db, this.brandId))
  }
}

/**
 * What keeps an order from doing what it says: what it names was removed, or nobody says any more that it may
 * post unseen. Null for nothing. An order whose trigger lost a watch would else take whatever comes.
 */
export async function faultOf(facts: FaultFacts, rule: OrderRule, actsFor: string): Promise<Message | null> {
  const role = await facts.roleOf(actsFor)
  if (role === null || role === 'client') return note('order.nobody')
  const fault = await goneOf(facts.db, facts.brandId, rule)
  return fault ?? (makesPosts(rule.act) ? postFault(facts, rule) : null)
}

type Gone = 'recipient' | 'watch' | 'source' | 'folder' | 'tag' | 'date' | 'account' | 'pillar' | 'campaign'
const gone = (what: Gone): Message => note('order.gone', { what })

/** What an order names that is not there, or is another brand's; null for nothing. */
export async function goneOf(
  db: Db,
  brandId: string,
  { from, act, hand }: OrderRule,
): Promise<Message | null> {
  const named: [Gone, NamedTable, string[]][] = [
    ['folder', 'clipping_folders', act === 'clip' && hand.folderId !== null ? [hand.folderId] : []],
    ['recipient', 'recipients', act === 'hand' ? hand.recipients : []],
    ...TRIGGERS[from.kind](from),
  ]
  for (const [what, table, wanted] of named)
    if (!(await areThere(db, brandId, table, wanted))) return gone(what)
  return null
}

const TRIGGERS: Record<
  OrderTrigger,
  (from: OrderRule['from']) => [what: Gone, table: NamedTable, ids: string[]][]
> = {
  articles: (from) => [
    ['watch', 'watches', from.watches],
    ['tag', 'tags', from.tagIds],
    ['source', 'sources', from.sources],
    ['folder', 'folders', from.folders],
  ],
  date: (from) => [['date', 'almanac_entries', from.entries]],
  pool: (from) => [['account', 'accounts', [from.accountId ?? '']]],
}

async function postFault(facts: FaultFacts, rule: OrderRule): Promise<Message | null> {
  const { db, brandId } = facts
  const accounts = new Map((await facts.accounts()).map((account) => [account.id, account]))
  if (rule.accounts.some(({ accountId }) => !accounts.has(accountId))) return gone('account')
  if (rule.post.pillarId !== null && !(await pillarById(db, brandId, rule.post.pillarId)))
    return gone('pillar')
  if (rule.post.campaignId !== null && !(await campaignById(db, brandId, rule.post.campaignId)))
    return gone('campaign')
  if (rule.act !== 'lined') return null
  if (rule.accounts.length === 0) return note('order.lined-nowhere')
  for (const { accountId } of rule.accounts) {
    const { name, unseen_by } = accounts.get(accountId)!
    // Whoever said that orders may post there unseen is an owner still, or nobody says so.
    if (unseen_by === null || (await facts.roleOf(unseen_by)) !== 'owner')
      return note('order.no-consent', { account: name })
  }
  return null
}
