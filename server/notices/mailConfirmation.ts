import { createHash, randomBytes } from 'node:crypto'
import { DAY, MINUTE } from '#core/instant'
import * as words from '#shared/words'
import { realNow } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { askedBy, mailAddressesOf, putMailAddress, removeMailAddress } from './queries/mailAddresses'
import type { MailAddressRow } from './rows'
import type { BrandRow } from '#server/people'
import { log } from '#server/platform/log'
import { problem } from '#server/platform/http/problem'
import { settings } from '#server/platform/settings'
import { hook } from '#server/platform/hook'
import { announce } from '#server/platform/changes/announce'
import { sendMail } from '#server/platform/mail/mailOut'

/** Nobody is asked again sooner, and a question is open for so long. */
const AGAIN_AFTER_MS = 10 * MINUTE
const OPEN_FOR_MS = 7 * DAY

const hashOf = (token: string): string => createHash('sha256').update(token).digest('base64url')
const has = (list: string[], address: string): boolean =>
  list.some((item) => item.toLowerCase() === address.toLowerCase())

/** Those of a brand's addresses that somebody who reads them has confirmed: mail goes nowhere else. */
export async function confirmedOf(db: Db, brandId: string, wanted: string[]): Promise<string[]> {
  const confirmed = (await mailAddressesOf(db, brandId))
    .filter(({ confirmed_at }) => confirmed_at !== null)
    .map(({ address }) => address)
  return wanted.filter((address) => has(confirmed, address))
}

/** The addresses that a brand's mail of a kind is wanted at, by each subject that sends some. */
export const wantedMail = hook<[db: Db, brandId: string], string[]>()

/**
 * Asks each address that is not confirmed yet, by one letter, whether mail of the brand may come there;
 * forgets those that no subject wants any more, so that one that comes back is asked anew. `origin`: where
 * the letter's link leads.
 */
export async function askToConfirm(
  brand: Pick<BrandRow, 'id' | 'name'>,
  wanted: string[],
  origin: string,
): Promise<void> {
  const known = await mailAddressesOf(await useDb(), brand.id)
  const asked = wanted.filter((address) => isToAsk(known.find((item) => has([item.address], address))))
  const tokens = asked.map((address) => ({ address, token: randomBytes(24).toString('base64url') }))
  await inTransaction(async (db) => {
    const all = [...wanted, ...(await wantedMail.run(db, brand.id)).flat()]
    for (const { address } of known) if (!has(all, address)) await removeMailAddress(db, brand.id, address)
    for (const { address, token } of tokens)
      await putMailAddress(db, {
        brand_id: brand.id,
        address,
        asked_at: realNow(),
        confirmed_at: null,
        token_hash: hashOf(token),
      })
  })
  if (settings().smtp === null) return
  for (const { address, token } of tokens) {
    const { subject, text } = words.telling.confirm.letter(
      brand.name,
      `${settings().publicUrl ?? origin}/confirm/${token}`,
    )
    await sendMail({ to: [address], subject, text }).catch((error: unknown) =>
      log.warn({ error }, 'An address could not be asked whether notices may come.'),
    )
  }
}

const isToAsk = (row: MailAddressRow | undefined): boolean =>
  !row || (row.confirmed_at === null && realNow() - row.asked_at > AGAIN_AFTER_MS)

/** What a letter's token asks. Throws `notFound` for one that is not open any more. */
export async function askedByToken(token: string): Promise<{ address: string; brand: string }> {
  const row = await openQuestion(await useDb(), token)
  return { address: row.address, brand: row.brand }
}

/** Somebody who reads an address says yes. */
export function confirmByToken(token: string): Promise<{ address: string; brand: string }> {
  return inTransaction(async (db) => {
    const { brand, ...row } = await openQuestion(db, token)
    await putMailAddress(db, { ...row, confirmed_at: realNow(), token_hash: null })
    await announce(db, row.brand_id, 'notice', row.brand_id)
    return { address: row.address, brand }
  })
}

async function openQuestion(db: Db, token: string): Promise<MailAddressRow & { brand: string }> {
  const row = /^[\w-]{32}$/.test(token) ? await askedBy(db, hashOf(token)) : undefined
  if (!row || realNow() - row.asked_at > OPEN_FOR_MS) throw problem('notFound')
  return row
}
