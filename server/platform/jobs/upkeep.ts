import { MINUTE } from '#core/instant'
import { now } from '../clock'
import { useDb, type Db } from '../db'
import { log } from '../log'

const EVERY_MS = 5 * MINUTE

interface Upkeep {
  name: string
  work: (db: Db) => Promise<unknown>
}

const upkeep: Upkeep[] = []
let lastAt = Number.NEGATIVE_INFINITY

/** Lets a subject do something now and then, one process at a time. Called as the process starts. */
export const defineUpkeep = (name: string, work: Upkeep['work']): void => void upkeep.push({ name, work })

/** Does all of it, if its time has come; what fails is logged, tried again next time and stops nothing else. */
export async function upkeepRound(): Promise<void> {
  // The clock of a machine may be set back: it is not waited until it is where it was.
  if (Math.abs(now() - lastAt) < EVERY_MS) return
  lastAt = now()
  const db = await useDb()
  for (const { name, work } of upkeep) {
    try {
      await work(db)
    } catch (error) {
      log.error({ error }, `Upkeep of ${name} failed; it is tried again in some minutes.`)
    }
  }
}
