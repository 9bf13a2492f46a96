import type { Message } from '#core/message'
import { note } from '#shared/messages'
import { makesPosts, type OrderRule, type OrderTrigger } from '#shared/orders/types'
import { campaignById } from '#server/campaigns'
import { accountsOf, type AccountRow } from '#server/networks'
import { pillarById, roleOf } from '#server/people'
import type { Db } from '#server/platform/db'
import { areThere, type NamedTable } from './queries/named'

/**
 * What keeps an order from doing what it says: what it names was removed, or nobody says any more that it may
 * post unseen. Null for nothing. An order whose trigger lost a watch would else take whatever comes.
 */
export async function faultOf(
  db: Db,
  brandId: string,
  rule: OrderRule,
  actsFor: string,
): Promise<Message | null> {
  const role = await roleOf(db, brandId, actsFor)
  if (role === null || role === 'client') return note('order.nobody')
  return (await goneOf(db, brandId, rule)) ?? (makesPosts(rule.act) ? postFault(db, brandId, rule) : null)
}

type Gone = 'watch' | 'source' | 'folder' | 'tag' | 'date' | 'account' | 'pillar' | 'campaign'
const gone = (what: Gone): Message => note('order.gone', { what })

async function goneOf(db: Db, brandId: string, { from, act, hand }: OrderRule): Promise<Message | null> {
  const named: [Gone, NamedTable, string[]][] = [
    ['folder', 'clipping_folders', act === 'clip' && hand.folderId !== null ? [hand.folderId] : []],
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

async function postFault(db: Db, brandId: string, rule: OrderRule): Promise<Message | null> {
  const accounts = await accountsOf(db, brandId)
  const known = new Set(accounts.map(({ id }) => id))
  if (rule.accounts.some(({ accountId }) => !known.has(accountId))) return gone('account')
  if (rule.post.pillarId !== null && !(await pillarById(db, brandId, rule.post.pillarId)))
    return gone('pillar')
  if (rule.post.campaignId !== null && !(await campaignById(db, brandId, rule.post.campaignId)))
    return gone('campaign')
  if (rule.act !== 'lined') return null
  if (rule.accounts.length === 0) return note('order.lined-nowhere')
  for (const account of accounts)
    if (
      rule.accounts.some(({ accountId }) => accountId === account.id) &&
      !(await mayPostUnseen(db, account))
    )
      return note('order.no-consent', { account: account.name })
  return null
}

/** Whether somebody said that orders may post on an account unseen, and is an owner still. */
export const mayPostUnseen = async (
  db: Db,
  { brand_id, unseen_by }: Pick<AccountRow, 'brand_id' | 'unseen_by'>,
): Promise<boolean> => unseen_by !== null && (await roleOf(db, brand_id, unseen_by)) === 'owner'
