import { randomUUID } from 'node:crypto'
import { realNow } from '../clock'
import { useDb } from '../db'
import { endTurn, takeTurn } from '../db/turns'
import { settings } from '../settings'

/** This process, as others see it. */
const me = randomUUID()
const mine = new Set<string>()

/**
 * Does a piece of work if no other process is at it: the turn is leased in the data file, renewed while the work goes on, and kept for the
 * next round. Gives null where another has it.
 */
export async function onlyOne<T>(name: string, work: () => Promise<T>): Promise<T | null> {
  const leaseMs = settings().leaseSeconds * 1000
  const take = async (): Promise<boolean> => takeTurn(await useDb(), name, me, realNow(), realNow() + leaseMs)
  if (!(await take())) {
    mine.delete(name)
    return null
  }
  mine.add(name)
  const timer = setInterval(() => void take().catch(() => undefined), leaseMs / 3)
  try {
    return await work()
  } finally {
    clearInterval(timer)
  }
}

/** Gives all turns back, so that another process need not wait for their end. */
export async function giveTurnsBack(): Promise<void> {
  const db = await useDb()
  for (const name of mine) await endTurn(db, name, me)
  mine.clear()
}
