import { ofBrand } from '#shared/platform/route'
import type { Undoable } from '#shared/platform/types'
import type {
  accountEditSchema,
  accountSchema,
  alsoToSchema,
  checkAccountSchema,
} from '#shared/networks/schemas'
import type { AccountPage } from '#shared/delivery/types'
import type { CheckedAccount } from '#shared/networks/types'

export const networkRoutes = {
  removeAccount: ofBrand('DELETE', 'own', '/accounts/:id').answers<Undoable>(),
  editAccount: ofBrand('PATCH', 'own', '/accounts/:id').takes<typeof accountEditSchema>().answers<Undoable>(),
  setAlsoTo: ofBrand('PUT', 'own', '/accounts/:id/also-to')
    .takes<typeof alsoToSchema>()
    .answers<AccountPage>(),
  checkAgain: ofBrand('POST', 'own', '/accounts/:id/check').answers<{ returned: number }>(),
  account: ofBrand('GET', 'read', '/accounts/:id').answers<AccountPage>(),
  /** Asks an address live what it is, keeping nothing. */
  checkAccount: ofBrand('POST', 'own', '/accounts/check')
    .takes<typeof checkAccountSchema>()
    .answers<CheckedAccount>(),
  addAccount: ofBrand('POST', 'own', '/accounts')
    .takes<typeof accountSchema>()
    .answers<Undoable & { id: string }>(),
}
