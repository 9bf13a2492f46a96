import { DAY } from '#core/instant'
import { now, realNow } from '#server/platform/clock'
import { inTransaction } from '#server/platform/db'
import { noteUnusedPictures, olderThan } from './queries'
import { settings } from '#server/platform/settings'

/** Days for which things are kept that nobody asks for later. */
const DAYS = { changes: 7, linkLooks: 7, tries: 1, imports: 90, mailDays: 2 }

/** Lets what waits be answered between two steps. */
const letOthersRun = (): Promise<void> => new Promise((resolve) => setImmediate(resolve))

/**
 * Removes what is older than it is kept for, a few rows at a time, so that no table grows without end and
 * nobody waits.
 */
export async function forgetWhatIsOld(): Promise<void> {
  const { historyDays, sessionDays } = settings()
  await inTransaction((db) => noteUnusedPictures(db, now()))
  // Times of people's doings are of the product's clock, those of sign-in and of the outside of the
  // machine's.
  const limits: Record<keyof typeof olderThan, number> = {
    history: now() - historyDays * DAY,
    changes: now() - DAYS.changes * DAY,
    sessions: realNow() - sessionDays * DAY,
    linkLooks: realNow() - DAYS.linkLooks * DAY,
    tries: realNow() - DAYS.tries * DAY,
    imports: now() - DAYS.imports * DAY,
    mailDays: now() - DAYS.mailDays * DAY,
    // As long as a change can be undone, the picture it took away may be wanted again.
    pictures: now() - historyDays * DAY,
  }
  for (const [kind, at] of Object.entries(limits) as [keyof typeof olderThan, number][]) {
    while (await inTransaction((db) => olderThan[kind](db, at))) await letOthersRun()
  }
}
