// People and brands: who may do what where.
// Owns: people, sessions, sign-in tries, brands, members, pillars.
// May ask: platform.
export { signInAs, signOut, whoAsks } from './auth'
export { brandOf } from './brandOf'
export { endStreams, streamChanges } from './events'
export { holdView, isHeld } from './holds'
export {
  demoPeople,
  demoPerson,
  editMe,
  endSession,
  makeOwner,
  meOf,
  needsFirstStart,
  sessionsOf,
  signIn,
} from './people'
export {
  addMember,
  brandById,
  brandsOf,
  firstPosition,
  insertBrand,
  insertPillar,
  liveBrands,
  markBrandRemoved,
  mayFound,
  nextPosition,
  pillarById,
  pillarsOf,
  roleOf,
  setTelling,
  updateTelling,
} from './queries/brands'
export { countPeople, insertPerson, personById } from './queries/people'
export type { BrandRow, PillarRow } from './rows'
export { countTry, tryWasRight } from './signInTries'
export { newStartCode } from './startCode'
