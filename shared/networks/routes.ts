import { at, ofBrand } from '#shared/platform/route'
import type { Undoable } from '#shared/platform/types'
import type {
  accountEditSchema,
  accountSchema,
  describedNetworkSchema,
  editedNetworkSchema,
  handAccountSchema,
  webhookAccountSchema,
  alsoToSchema,
  beginSignInSchema,
  endSignInSchema,
  waySchema,
  checkAccountSchema,
} from '#shared/networks/schemas'
import type { AccountPage } from '#shared/delivery/types'
import type { CheckedAccount, Connected, DescribedNetwork, WayIn } from '#shared/networks/types'

export const networkRoutes = {
  /** Networks without an open protocol, as the brand describes them. */
  networks: ofBrand('GET', 'read', '/networks').answers<DescribedNetwork[]>(),
  describeNetwork: ofBrand('POST', 'own', '/networks')
    .takes<typeof describedNetworkSchema>()
    .answers<Undoable & { id: string }>(),
  editNetwork: ofBrand('PUT', 'own', '/networks/:id').takes<typeof editedNetworkSchema>().answers<Undoable>(),
  removeNetwork: ofBrand('DELETE', 'own', '/networks/:id').answers<Undoable>(),
  addHandAccount: ofBrand('POST', 'own', '/accounts/by-hand')
    .takes<typeof handAccountSchema>()
    .answers<Undoable & { id: string }>(),
  addWebhookAccount: ofBrand('POST', 'own', '/accounts/by-webhook')
    .takes<typeof webhookAccountSchema>()
    .answers<Undoable & { id: string }>(),
  removeAccount: ofBrand('DELETE', 'own', '/accounts/:id').answers<Undoable>(),
  editAccount: ofBrand('PATCH', 'own', '/accounts/:id').takes<typeof accountEditSchema>().answers<Undoable>(),
  setAlsoTo: ofBrand('PUT', 'own', '/accounts/:id/also-to')
    .takes<typeof alsoToSchema>()
    .answers<AccountPage>(),
  checkAgain: ofBrand('POST', 'own', '/accounts/:id/check').answers<{ returned: number }>(),
  account: ofBrand('GET', 'read', '/accounts/:id').answers<AccountPage>(),
  /** How one gets in at an address: on the network's own page, or with a token. */
  wayIn: ofBrand('POST', 'own', '/accounts/way').takes<typeof waySchema>().answers<WayIn>(),
  /** Begins a sign-in at a network: where the browser goes. */
  beginSignIn: ofBrand('POST', 'own', '/sign-ins')
    .takes<typeof beginSignInSchema>()
    .answers<{ url: string; network: string }>(),
  /** What a person came back with from a network's page. */
  endSignIn: at('POST', 'person', '/api/sign-ins/end').takes<typeof endSignInSchema>().answers<Connected>(),
  /** Asks an address live what it is, keeping nothing. */
  checkAccount: ofBrand('POST', 'own', '/accounts/check')
    .takes<typeof checkAccountSchema>()
    .answers<CheckedAccount>(),
  addAccount: ofBrand('POST', 'own', '/accounts')
    .takes<typeof accountSchema>()
    .answers<Undoable & { id: string }>(),
}
