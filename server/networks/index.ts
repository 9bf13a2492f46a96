// Networks and the accounts on them: their protocols, rules, sign-in and how they are asked.
// Owns: accounts, their slots, handovers.
// May ask: people, notices.
export { accessOf } from './accountAccess'
export { appearsOnOf, exceptionsOf, mixOf, planHold, rulesOf } from './accountFacts'
export { noticeLate, noticeToken } from './accountNotices'
export {
  accountsOfBrand,
  addAccount,
  addSlots,
  checkAccount,
  checkAgain,
  editAccount,
  removeAccount,
  type SlotInput,
} from './accounts'
export { rulesChanged, signInAccepted } from './hooks'
export { LATE_MINUTES, LATE_MS } from './patience'
export { profilePage } from './profiles'
export { accountById, accountsOf, anyAccount, setAlsoTo, setRefused, slotsOf } from './queries/accounts'
export { countHandover, keepQuiet, mustWait } from './rates'
export type { AccountRow, SlotRow } from './rows'
export { readEndpoint, readLinkRule, readTargets } from './rowJson'
