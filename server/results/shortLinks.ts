import { randomInt } from 'node:crypto'
import { getMethod, getRequestHeaders, type H3Event } from 'h3'
import { isPersonClick } from '#core/results'
import { HOUR } from '#core/instant'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import * as store from './queries/shortLinks'
import { log } from '#server/platform/log'
import { problem } from '#server/platform/http/problem'

/**
 * Letters and figures that nobody takes for another: no 0 and O, 1, l and I, 2 and Z, 5 and S, 8 and B, u and
 * v.
 */
const SIGNS = '34679acdefghjkmnpqrtwxy'
export const CODE_LENGTH = 6

/**
 * Makes codes for a sending of a post on accounts where it has none yet; `echo` is 0 for the post itself.
 * They stay as they are from then on.
 */
export async function makeCodes(
  db: Db,
  brandId: string,
  postId: string,
  accountIds: string[],
  echo = 0,
): Promise<void> {
  const known = (await store.shortLinksOf(db, [postId]))
    .filter((row) => row.echo === echo)
    .map((row) => row.account_id)
  for (const accountId of accountIds.filter((id) => !known.includes(id))) {
    await store.insertShortLink(db, {
      code: await freeCode(db),
      brand_id: brandId,
      post_id: postId,
      account_id: accountId,
      echo,
      target: null,
      created_at: now(),
    })
  }
}

async function freeCode(db: Db): Promise<string> {
  for (;;) {
    const code = Array.from({ length: CODE_LENGTH }, () => SIGNS[randomInt(SIGNS.length)]).join('')
    if (!(await store.shortLinkByCode(db, code))) return code
  }
}

/**
 * Where a short link leads; throws `notFound` for one that is not there, or that nothing was sent with yet.
 */
export async function targetOf(code: string): Promise<string> {
  const row = new RegExp(`^[${SIGNS}]{${CODE_LENGTH}}$`).test(code)
    ? await store.shortLinkByCode(await useDb(), code)
    : undefined
  if (!row?.target) throw problem('notFound')
  return row.target
}

/** Clicks counted since the last were stored, by code and hour. */
let waiting = new Map<string, { code: string; hour: number; clicks: number }>()

/** Counts a click, where a person made it. Only that it happened in this hour is kept. */
export function noteClick(event: H3Event, code: string): void {
  const headers = getRequestHeaders(event) as Record<string, string>
  if (!isPersonClick({ method: getMethod(event), userAgent: headers['user-agent'] ?? null, headers })) return
  const hour = Math.floor(now() / HOUR) * HOUR
  const key = `${code} ${hour}`
  if (waiting.size === 0) setTimeout(() => void storeClicks(), 200).unref()
  waiting.set(key, { code, hour, clicks: (waiting.get(key)?.clicks ?? 0) + 1 })
}

/** Stores what was counted: off the way of whoever follows a link. */
export async function storeClicks(): Promise<void> {
  const counted = [...waiting.values()]
  waiting = new Map()
  if (counted.length === 0) return
  try {
    await inTransaction(async (transaction) => {
      for (const { code, hour, clicks } of counted) await store.countClicks(transaction, code, hour, clicks)
    })
  } catch (error) {
    log.error({ error }, 'Clicks could not be counted.')
  }
}
