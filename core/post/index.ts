export { measure } from './measure'
export { entities } from './entities'
export { makeProof } from './proof'
export type { Entity, Measure, Medium, NetworkRules, PostParts, Proof } from './types'
