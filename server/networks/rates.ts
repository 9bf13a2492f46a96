import { DAY, MINUTE } from '#core/instant'
import type { Message } from '#core/message'
import { note } from '#shared/messages'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { addHandover, handoversSince, removeHandovers, setQuiet } from './queries/accounts'
import type { AccountRow } from './rows'
import { rulesOf } from './accountFacts'

/**
 * A network's clock begins its count a little later than ours: when it takes a post, not when we hand it
 * over.
 */
const MARGIN_MS = 2_000

/** A network that asks for a longer pause than this is tried again all the same: nobody means weeks. */
const LONGEST_QUIET_MS = DAY

/**
 * Whether something may be handed to an account's network now: it may have asked for a pause, and take only
 * so many posts in a time. Counted in the data file, so that all processes together keep to it. Gives until
 * when it waits and why, or null when it may go.
 */
export async function mustWait(
  db: Db,
  account: AccountRow,
): Promise<{ until: number; message: Message[] } | null> {
  if (account.quiet_until !== null && account.quiet_until > now())
    return { until: account.quiet_until, message: [note('delivery.quiet', { network: account.name })] }
  const { rate } = rulesOf(account)
  if (!rate) return null
  const window = rate.perMinutes * MINUTE
  const since = await handoversSince(db, account.id, now() - window - MARGIN_MS)
  if (since.length < rate.posts) return null
  // A place is free again when the oldest of the last so many leaves the window.
  return {
    until: since[since.length - rate.posts]! + window + MARGIN_MS,
    message: [note('delivery.rate', { network: account.name, posts: rate.posts, minutes: rate.perMinutes })],
  }
}

/** Counts what is handed over now. */
export const countHandover = (db: Db, account: AccountRow): Promise<void> =>
  addHandover(db, account.id, now())

/** Keeps a pause that a network asked for, for all that goes there. */
export const keepQuiet = (db: Db, accountId: string, waitMs: number): Promise<void> =>
  setQuiet(db, accountId, now() + Math.min(LONGEST_QUIET_MS, waitMs))

/** Forgets what no rate asks about any more. */
export const forgetHandovers = (db: Db): Promise<void> => removeHandovers(db, now() - 2 * DAY)
