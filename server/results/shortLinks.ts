import { randomInt } from 'node:crypto'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import * as store from './queries/shortLinks'
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
