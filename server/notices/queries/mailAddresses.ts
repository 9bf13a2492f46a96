import { joined, readFirst } from '#server/platform/db/read'
import { text } from '#server/platform/db/tables'
import { MAIL_ADDRESSES, type MailAddressRow } from '../rows'
import type { Db } from '#server/platform/db'

export const mailAddressesOf = (db: Db, brandId: string): Promise<MailAddressRow[]> =>
  db('mail_addresses').where({ brand_id: brandId })

export const putMailAddress = async (db: Db, row: MailAddressRow): Promise<void> => {
  await db('mail_addresses').insert(row).onConflict(['brand_id', 'address']).merge()
}

/** What was asked with a token, and for which brand; a token opens nothing once it was used. */
export const askedBy = (
  db: Db,
  tokenHash: string,
): Promise<(MailAddressRow & { brand: string }) | undefined> =>
  readFirst(
    { ...MAIL_ADDRESSES.columns, brand: text() },
    joined(db, 'mail_addresses')
      .join('brands', 'brands.id', 'mail_addresses.brand_id')
      .where({ token_hash: tokenHash })
      .whereNull('brands.removed_at')
      .select('mail_addresses.*', 'brands.name as brand'),
  )

export const removeMailAddress = async (db: Db, brandId: string, address: string): Promise<void> => {
  await db('mail_addresses').where({ brand_id: brandId, address }).del()
}
