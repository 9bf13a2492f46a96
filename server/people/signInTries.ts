import { MINUTE } from '#core/instant'
import { realNow } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import * as people from './queries/people'
import { problem } from '#server/platform/http/problem'
import { keyedHash } from '#server/platform/http/whereFrom'

/**
 * How guessing is slowed. `pair`: one name from one address; `address`: any name from one address; `name`:
 * one name from anywhere; `all`; `code`: a person's codes, once their password was right. After so many
 * free tries each failure doubles the pause, from 5 seconds up to the longest. A name's own pause is short,
 * so that nobody can lock another out for long; where a person signed in before, only the pair counts.
 */
const COUNTED = {
  pair: { free: 4, longestMs: 15 * MINUTE },
  address: { free: 20, longestMs: 5 * MINUTE },
  name: { free: 10, longestMs: 30_000 },
  all: { free: 200, longestMs: 10_000 },
  // RFC 4226 §7.3: with three codes good at a time, this leaves a guess a chance of 1 in 1,000 in a day.
  code: { free: 4, longestMs: 15 * MINUTE },
} as const
const FIRST_PAUSE_MS = 5_000
/** After this long without a failure the count begins anew. */
const FORGOTTEN_MS = 30 * MINUTE

/** What a try is counted by. */
export interface CountedBy {
  who: string
  kind: keyof typeof COUNTED
}

export interface Try {
  keys: CountedBy[]
}

/**
 * Takes one try at a name's password from an address, before anything costly is done: counted as a failure at
 * once, in one transaction, so that many at a time are one after another. Throws `signInWait` while any of
 * the counts wants a pause.
 */
export async function takeTry(name: string, address: string): Promise<Try> {
  const [pair, ...more] = keysOf(name, address)
  // Where somebody signed in before, only tries at their own name from there count: nobody else's keep them
  // out.
  const isKnown = await people.hasSignedInFrom(await useDb(), name, keyedHash(`from ${address}`))
  return countTry(isKnown ? [pair] : [pair, ...more, { who: 'all', kind: 'all' }])
}

/** The pair first. */
const keysOf = (name: string, address: string): [CountedBy, ...CountedBy[]] => [
  { who: keyedHash(`pair ${name} ${address}`), kind: 'pair' },
  { who: keyedHash(`from ${address}`), kind: 'address' },
  { who: keyedHash(`name ${name}`), kind: 'name' },
]

/** Takes one try at a person's codes: their authenticator's and those for recovery together. */
export const countCodeTry = (personId: string): Promise<Try> =>
  countTry([{ who: keyedHash(`code ${personId}`), kind: 'code' }])

/** Takes one question for a new password, whoever has the name or nobody. */
export const countResetTry = (name: string, address: string): Promise<Try> =>
  countTry([
    { who: keyedHash(`reset ${name} ${address}`), kind: 'pair' },
    { who: keyedHash(`reset from ${address}`), kind: 'address' },
  ])

/** Forgets what was counted for a name and an address: whoever it is has shown it in another way. */
export const forgetTries = (name: string, address: string): Promise<void> =>
  tryWasRight({ keys: keysOf(name, address) })

/** Takes one try at anything secret. Throws `signInWait` while any of its counts wants a pause. */
export async function countTry(keys: CountedBy[]): Promise<Try> {
  await inTransaction(async (db) => {
    const now = realNow()
    const known = await Promise.all(keys.map(({ who }) => people.triesOf(db, who)))
    const waits = Math.max(0, ...known.map((tries) => (tries?.blocked_until ?? 0) - now))
    if (waits > 0) throw problem('signInWait', Math.ceil(waits / 1000))
    for (const [at, { who, kind }] of keys.entries()) {
      const before = known[at]
      const failures = (before && before.last_at > now - FORGOTTEN_MS ? before.failures : 0) + 1
      await people.setTries(db, { who, failures, blocked_until: now + pauseMs(kind, failures), last_at: now })
    }
  })
  return { keys }
}

function pauseMs(kind: keyof typeof COUNTED, failures: number): number {
  const { free, longestMs } = COUNTED[kind]
  return failures < free ? 0 : Math.min(longestMs, 2 ** Math.min(20, failures - free) * FIRST_PAUSE_MS)
}

/**
 * The try was right: what was counted for this name is forgotten; for the address and for all it is taken
 * back.
 */
export async function tryWasRight({ keys }: Try): Promise<void> {
  await inTransaction(async (db) => {
    for (const { who, kind } of keys) {
      if (kind === 'pair' || kind === 'name' || kind === 'code') await people.clearTries(db, who)
      else await people.takeTryBack(db, who)
    }
  })
}
