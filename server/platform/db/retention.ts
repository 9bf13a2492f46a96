import { inTransaction, type Db } from '../db'

/** Rows removed by one statement: few enough that nobody waits for it. */
const AT_ONCE = 200

/** How long rows of a table are kept. */
export interface Retention {
  table: string
  /** The column its rows are removed by. */
  key: string
  /** The column that says of when a row is: an instant, or a day as text. */
  since: string
  /** Rows of before this go, asked for at each round. */
  before: () => number | string
  /** Only rows with these values. */
  only?: Record<string, string>
}

const retentions: Retention[] = []

/** Says how long a table keeps its rows. Called as the process starts (a subject's register.ts). */
export const defineRetention = (retention: Retention): void => void retentions.push(retention)

/** Lets what waits be answered between two steps. */
const letOthersRun = (): Promise<void> => new Promise((resolve) => setImmediate(resolve))

/** Removes what is older than it is kept for, a few rows at a time, so that no table grows without end. */
export async function forgetWhatIsOld(): Promise<void> {
  for (const retention of retentions)
    while (await inTransaction((db) => removeSome(db, retention))) await letOthersRun()
}

async function removeSome(db: Db, { table, key, since, before, only = {} }: Retention): Promise<boolean> {
  const old = db(table).select(key).where(only).where(since, '<', before()).limit(AT_ONCE)
  return (await db(table).whereIn(key, old).del()) >= AT_ONCE
}
