import { DAY, MINUTE, toInstant } from '#core/instant'
import { backUp } from './backup/backups'
import { now, realNow } from './clock'
import { getValue, setValue } from './changes/queries'
import { inTransaction, type Db } from './db'
import { defineRetention, forgetWhatIsOld } from './db/retention'
import { defineUpkeep } from './jobs/upkeep'
import { log } from './log'
import { settings } from './settings'

const CHANGES_KEPT_DAYS = 7
const BACKED_UP_AT = 'backed-up-at'

export function registerPlatform(): void {
  defineUpkeep('what is old', forgetWhatIsOld)
  defineUpkeep('backups', backUpWhenDue)
  defineRetention({
    table: 'history',
    key: 'id',
    since: 'at',
    before: () => now() - settings().historyDays * DAY,
  })
  defineRetention({
    table: 'changes',
    key: 'seq',
    since: 'at',
    before: () => now() - CHANGES_KEPT_DAYS * DAY,
  })
}

/** Copies of the data are kept by the machine's clock, which no demo moves. */
async function backUpWhenDue(db: Db): Promise<void> {
  const { backupHours } = settings()
  const last = Number((await getValue(db, BACKED_UP_AT)) ?? 0)
  if (backupHours === 0 || realNow() < last + backupHours * 60 * MINUTE) return
  const file = await backUp()
  await inTransaction((transaction) => setValue(transaction, BACKED_UP_AT, String(realNow())))
  log.info({ file, at: toInstant(realNow()) }, 'The data was backed up.')
}
