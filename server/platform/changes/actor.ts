import type { Role } from '#shared/people/types'

/** Who acts, and for which brand: what the guard found out. */
export interface Actor {
  personId: string
  brandId: string
  role: Role
}
