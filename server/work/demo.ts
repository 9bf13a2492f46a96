import type { Person } from '#shared/people/types'
import { now } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import { addMember, liveBrands, countPeople, insertPerson, personById } from '#server/people'
import { problem } from '#server/platform/http/problem'
import { settings } from '#server/platform/settings'
import { beginAt } from './clockwork'

/**
 * Begins the demo: the clock is set, and its people are made, who sign in with one click and have no
 * password.
 */
export async function beginDemo(input: {
  at: number
  people: (Person & { owner: boolean })[]
}): Promise<void> {
  if (!settings().demo) throw problem('notFound')
  if ((await countPeople(await useDb())) > 0) throw problem('alreadyStarted')
  await beginAt(input.at)
  await inTransaction(async (db) => {
    for (const { owner, ...person } of input.people)
      await insertPerson(db, { ...person, password_hash: null, created_at: now(), founds: owner ? 1 : 0 })
  })
}

/** Gives one of the demo's people a part in a brand that exists. */
export async function joinBrand(
  brandId: string,
  personId: string,
  role: 'owner' | 'curator' | 'client',
): Promise<void> {
  if (!settings().demo) throw problem('notFound')
  await inTransaction(async (db) => {
    if (!(await liveBrands(db)).some((brand) => brand.id === brandId)) throw problem('notFound')
    if (!(await personById(db, personId))) throw problem('notFound').at('personId')
    await addMember(db, brandId, personId, role)
  })
}
