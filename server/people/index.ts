// People and brands: who may do what where.
// Owns: people, sessions, sign-in tries, second factors, links to new passwords, brands, members, pillars.
// May ask: platform.
export { firstStepOf, keepFirstStep, signInAs, signOut, whoAsks } from './auth'
export { brandOf } from './brandOf'
export { endStreams, streamChanges } from './events'
export { holdView, isHeld } from './holds'
export {
  demoPeople,
  demoPerson,
  editMe,
  makeOwner,
  meOf,
  needsFirstStart,
  signIn,
  signInByCode,
} from './people'
export { askReset, isOpenReset, letIn, originOfResets, setPassword } from './passwordReset'
export {
  addMember,
  brandById,
  brandsOf,
  insertBrand,
  insertPillar,
  liveBrands,
  markBrandRemoved,
  mayFound,
  nextPosition,
  pillarById,
  showBrand,
  pillarsOf,
  roleOf,
  setTelling,
  updateTelling,
} from './queries/brands'
export { countPeople, insertPerson, personById } from './queries/people'
export type { BrandRow, PillarRow } from './rows'
export { beginFactor, confirmFactor, endFactor, newRecoveryCodes, secondFactorOf } from './secondFactor'
export { endOtherSessions, endSession, sessionsOf } from './sessions'
export { countTry, tryWasRight } from './signInTries'
export { newStartCode } from './startCode'
