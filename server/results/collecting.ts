import { anyAccount } from '#server/networks'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { log } from '#server/platform/log'
import { settings } from '#server/platform/settings'
import { readAccount } from './accountTurn'
import { accountsToAsk, nextAskAt } from './queries/accountsToAsk'
import { accountsToRead, nextReadingAt } from './queries/sentPosts'

/** Accounts asked about at a time, and of one host: a slow network takes up no more than its own places. */
const AT_ONCE = 8
const OF_A_HOST = 2

const running = new Map<string, { host: string; ends: Promise<void> }>()

/**
 * Starts to ask networks about what is due and has room: posts first, then followers. Does not wait for it.
 * Gives how many were started.
 */
export async function startDueReadings(): Promise<number> {
  if (!settings().readsResponses) return 0
  const db = await useDb()
  const due = [...(await accountsToRead(db, now())), ...(await accountsToAsk(db, now()))]
  let started = 0
  for (const { account_id: id, brand_id: brandId } of due) {
    if (running.size >= AT_ONCE) break
    if (running.has(id)) continue
    const account = await anyAccount(db, brandId, id)
    if (!account) continue
    const host = URL.canParse(account.address) ? new URL(account.address).hostname : ''
    if ([...running.values()].filter((one) => one.host === host).length >= OF_A_HOST) continue
    const ends = readAccount(account)
      .catch((error: unknown) => log.error({ error, account: id }, 'Responses could not be read.'))
      .then(() => void running.delete(id))
    running.set(id, { host, ends })
    started++
  }
  return started
}

/** Resolves when nothing is asked any more. */
export async function readingsEnded(): Promise<void> {
  while (running.size > 0) await Promise.all([...running.values()].map(({ ends }) => ends))
}

/** When something is asked next, in milliseconds; null for never. */
export async function nextResponsesAt(): Promise<number | null> {
  if (!settings().readsResponses) return null
  const db = await useDb()
  const known = [await nextReadingAt(db), await nextAskAt(db)].filter((at) => at !== null)
  return known.length === 0 ? null : Math.min(...known)
}
