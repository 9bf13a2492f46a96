import type { Role } from '../../shared/api'

/** Who acts, and for which brand: what the guard found out. */
export interface Actor {
  personId: string
  brandId: string
  role: Role
}
