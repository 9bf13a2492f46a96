import { randomInt } from 'node:crypto'
import { now, realNow } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { SHORT_LENGTH, SHORT_LENGTH_ANEW, SHORT_SIGNS } from '#server/platform/codes'
import * as store from './queries/shortLinks'
import { problem } from '#server/platform/http/problem'

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
    const code = Array.from({ length: SHORT_LENGTH }, () => SHORT_SIGNS[randomInt(SHORT_SIGNS.length)]).join(
      '',
    )
    if (!(await store.shortLinkByCode(db, code))) return code
  }
}

/**
 * Where links lead that were followed within this second: one that many follow at once is looked up once.
 * Only those that lead somewhere; a change shows a second later at most, whichever process made it.
 */
let recent = new Map<string, string>()
let recentSince = 0
const RECENT_MS = 1_000
const MOST_RECENT = 5_000

const CODE = new RegExp(`^(?:[${SHORT_SIGNS}]{${SHORT_LENGTH}}|[${SHORT_SIGNS}]{${SHORT_LENGTH_ANEW}})$`)

/**
 * Where a short link leads; throws `notFound` for one that is not there, or that nothing was sent with yet.
 */
export async function targetOf(code: string): Promise<string> {
  const at = realNow()
  if (at - recentSince >= RECENT_MS || at < recentSince || recent.size >= MOST_RECENT)
    [recent, recentSince] = [new Map(), at]
  const known = recent.get(code)
  if (known !== undefined) return known
  const row = CODE.test(code) ? await store.shortLinkByCode(await useDb(), code) : undefined
  if (!row?.target) throw problem('notFound')
  recent.set(code, row.target)
  return row.target
}
