export { measure } from './measure'
export { entities } from './entities'
export { postLink } from './postLink'
export { facetsOf, type Facet } from './facets'
export { linkPlacesOf, makeProof } from './proof'
export { openingAddress } from './openingAddress'
export { goodUntilChecks } from './dateChecks'
export { preflight, stopsOf } from './preflight'
export { suggestHashtags, type HashtagInput } from './hashtags'
export { quoteOf } from './quote'
export { cropFor, cropToRatio, isInShape, shapesFor, type Focus, type ShapeName } from './crop'
export { shapesOf } from './mediaChecks'
export type {
  Check,
  Crop,
  Entity,
  LinkPlace,
  Measure,
  Medium,
  NetworkRules,
  PostParts,
  PreflightContext,
  Proof,
} from './types'
