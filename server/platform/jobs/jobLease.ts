import { randomUUID } from 'node:crypto'
import { realNow } from '../clock'
import { useDb } from '../db'
import { endJobLease, takeJobLease } from './queries'
import { log } from '../log'
import { settings } from '../settings'

/** This process, as others see it. */
const me = randomUUID()
const mine = new Set<string>()

/**
 * Does a piece of work if no other process is at it: the turn is leased in the data file, renewed while the
 * work goes on, and kept for the next round. Gives null where another has it.
 */
export async function withJobLease<T>(
  name: string,
  work: (lease: JobLease) => Promise<T>,
): Promise<T | null> {
  const leaseMs = settings().leaseSeconds * 1000
  let heldUntil = 0
  const take = async (): Promise<void> => {
    const until = realNow() + leaseMs
    if (await takeJobLease(await useDb(), name, me, realNow(), until)) {
      heldUntil = until
      mine.add(name)
    } else {
      heldUntil = 0
      mine.delete(name)
    }
  }
  await take()
  if (heldUntil === 0) return null
  // A renewal that fails leaves the turn as it was: it ends with its time.
  const timer = setInterval(
    () => void take().catch((error: unknown) => log.warn({ error, name }, 'A lease could not be renewed.')),
    leaseMs / 3,
  )
  try {
    return await work({ isHeld: () => realNow() < heldUntil })
  } finally {
    clearInterval(timer)
  }
}

/**
 * A turn at a piece of work. Lost where it could not be renewed in time: then another process may be at it,
 * and this one stops.
 */
export interface JobLease {
  isHeld: () => boolean
}

/** Gives all turns back, so that another process need not wait for their end. */
export async function releaseJobLeases(): Promise<void> {
  const db = await useDb()
  for (const name of mine) await endJobLease(db, name, me)
  mine.clear()
}
