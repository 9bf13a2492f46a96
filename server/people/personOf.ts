import type { Person } from '#shared/people/types'
import type { PersonRow } from './rows'

/** What anybody may know of a person. */
export const personOf = (row: Pick<PersonRow, 'id' | 'name' | 'email'>): Person => ({
  id: row.id,
  name: row.name,
  email: row.email,
})
