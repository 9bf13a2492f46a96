import type { Role } from '#shared/people/types'
import type { Db } from '#server/platform/db'
import { joined, readAll, readFirst } from '#server/platform/db/read'
import { pick } from '#server/platform/db/tables'
import { BRANDS, MEMBERS, type BrandRow, type PillarRow } from '../rows'

/** A brand that is not removed; undefined for any other. */
export const brandById = (db: Db, id: string): Promise<BrandRow | undefined> =>
  db('brands').where({ id }).whereNull('removed_at').first()

/** All brands that are not removed, oldest first. */
export const liveBrands = (db: Db): Promise<BrandRow[]> =>
  db('brands').whereNull('removed_at').orderBy('created_at').orderBy('id')

/** The brands a person has a part in, oldest first. */
export const brandsOf = (db: Db, personId: string): Promise<(BrandRow & { role: Role })[]> =>
  readAll(
    { ...BRANDS.columns, ...pick(MEMBERS, 'role') },
    joined(db, 'brands')
      .join('members', 'members.brand_id', 'brands.id')
      .where('members.person_id', personId)
      .whereNull('brands.removed_at')
      .orderBy('brands.created_at')
      .orderBy('brands.id')
      .select('brands.*', 'members.role'),
  )

/** What a person may do in a brand; null where they have no part in it, or it is removed. */
export const roleOf = async (db: Db, brandId: string, personId: string): Promise<Role | null> => {
  const row = await readFirst(
    pick(MEMBERS, 'role'),
    joined(db, 'members')
      .join('brands', 'brands.id', 'members.brand_id')
      .where({ 'members.brand_id': brandId, 'members.person_id': personId })
      .whereNull('brands.removed_at')
      .select('members.role'),
  )
  return row?.role ?? null
}

/** Stores a brand with its owner. */
export const insertBrand = async (db: Db, row: BrandRow, ownerId: string): Promise<void> => {
  await db('brands').insert(row)
  await db('members').insert({ brand_id: row.id, person_id: ownerId, role: 'owner' })
}

/** A brand’s pillars that are not removed, in their order. */
export const pillarsOf = (db: Db, brandId: string): Promise<PillarRow[]> =>
  db('pillars').where({ brand_id: brandId }).whereNull('removed_at').orderBy('position')

/** A brand’s pillar that is not removed; undefined for any other. */
export const pillarById = (db: Db, brandId: string, id: string): Promise<PillarRow | undefined> =>
  db('pillars').where({ brand_id: brandId, id }).whereNull('removed_at').first()

/** The place after the last of a brand's rows in a table that has places. */
export const nextPosition = async (
  db: Db,
  table: 'pillars' | 'accounts' | 'described_networks' | 'watches' | 'evergreens' | 'orders' | 'recipients',
  brandId: string,
): Promise<number> => {
  const row: { most?: number | null } | undefined = await db(table)
    .where({ brand_id: brandId })
    .max({ most: 'position' })
    .first()
  return (row?.most ?? 0) + 1
}

/**
 * Keeps how a brand's notices are told; the hook stays as it is where it is undefined. What waits may be told
 * at once.
 */
export const setTelling = async (
  db: Db,
  id: string,
  json: string,
  hookSealed: string | null | undefined,
): Promise<void> => {
  await db('brands')
    .where({ id })
    .update({
      telling_json: json,
      tell_next_at: 0,
      tell_message: null,
      ...(hookSealed === undefined ? {} : { hook_sealed: hookSealed }),
    })
}

/** Keeps when a brand’s people are told next, and why they could not be. */
export const updateTelling = async (
  db: Db,
  id: string,
  patch: Partial<Pick<BrandRow, 'tell_next_at' | 'tell_message'>>,
): Promise<void> => {
  await db('brands').where({ id }).update(patch)
}

/** Stores a pillar. */
export const insertPillar = async (db: Db, row: PillarRow): Promise<void> => {
  await db('pillars').insert(row)
}

/** Marks a brand as removed at a moment (milliseconds). */
export const markBrandRemoved = async (db: Db, id: string, at: number): Promise<void> => {
  await db('brands').where({ id }).update({ removed_at: at })
}

/** Lets a brand be seen that was not, or not any more, under a name. */
export const showBrand = async (db: Db, id: string, name: string): Promise<void> => {
  await db('brands').where({ id }).update({ removed_at: null, name })
}

/** Gives a person a part in a brand; one that they have stays as it is. */
export const addMember = async (db: Db, brandId: string, personId: string, role: Role): Promise<void> => {
  await db('members')
    .insert({ brand_id: brandId, person_id: personId, role })
    .onConflict(['brand_id', 'person_id'])
    .ignore()
}

/** Whether a person may make a brand: the first of an installation, and whoever owns one. */
export const mayFound = async (db: Db, personId: string): Promise<boolean> =>
  Boolean(
    (await db('people').where({ id: personId, founds: 1 }).first('id')) ??
    (await readFirst(
      pick(BRANDS, 'id'),
      joined(db, 'members')
        .join('brands', 'brands.id', 'members.brand_id')
        .where({ 'members.person_id': personId, 'members.role': 'owner' })
        .whereNull('brands.removed_at')
        .select('brands.id'),
    )),
  )
