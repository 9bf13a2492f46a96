// Networks and the accounts on them: their protocols, rules, sign-in and how they are asked.
// Owns: accounts, their slots, handovers, described networks, sign-ins, what servers know us as.
// May ask: people, notices.
export { asAccount } from './accountAccess'
export { clientMetadata } from './signIn/atprotoSignIn'
export { beginSignIn, endSignIn, wayIn } from './signIn/signIns'
export { appearsOnOf, exceptionsOf, holidaysOf, mixOf, planHold, rulesOf } from './accountFacts'
export { noticeLate, noticeToken } from './accountNotices'
export { accountsOfBrand, addAccount, checkAccount, checkAgain, editAccount, removeAccount } from './accounts'
export { addSlots, type SlotInput } from './addAccount'
export { micropubEndpoint } from './connectors/micropubPage'
export { addHandAccount, addWebhookAccount } from './describedAccounts'
export {
  describedNetworks,
  describeNetwork,
  editDescribedNetwork,
  removeDescribedNetwork,
} from './describedNetworks'
export { rulesChanged, signInAccepted } from './hooks'
export { LATE_MINUTES, LATE_MS } from './patience'
export { profilePage } from './profiles'
export { accountById, accountsOf, anyAccount, setAlsoTo, setRefused, slotsOf } from './queries/accounts'
export { networkOfAccount } from './queries/describedNetworks'
export { countHandover, keepQuiet, mustWait } from './rates'
export type { AccountRow, SlotRow } from './rows'
export { readEndpoint, readLinkRule, readTargets } from './rowJson'
