import type { Db } from '#server/platform/db'

export interface MailAddressRow {
  brand_id: string
  address: string
  asked_at: number
  confirmed_at: number | null
  token_hash: string | null
}

export const mailAddressesOf = (db: Db, brandId: string): Promise<MailAddressRow[]> =>
  db<MailAddressRow>('mail_addresses').where({ brand_id: brandId })

export const putMailAddress = async (db: Db, row: MailAddressRow): Promise<void> => {
  await db('mail_addresses').insert(row).onConflict(['brand_id', 'address']).merge()
}

/** What was asked with a token, and for which brand; a token opens nothing once it was used. */
export const askedBy = (
  db: Db,
  tokenHash: string,
): Promise<(MailAddressRow & { brand: string }) | undefined> =>
  db('mail_addresses')
    .join('brands', 'brands.id', 'mail_addresses.brand_id')
    .where({ token_hash: tokenHash })
    .whereNull('brands.removed_at')
    .first('mail_addresses.*', 'brands.name as brand')

export const removeMailAddress = async (db: Db, brandId: string, address: string): Promise<void> => {
  await db('mail_addresses').where({ brand_id: brandId, address }).del()
}
