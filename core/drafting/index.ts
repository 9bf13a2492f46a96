// Drafting: what a text that was written about an article is held against, whoever or whatever wrote it.
export { checkDraft } from './check'
export { numbersIn, numbersMeant, type NumberIn } from './numbers'
export { otherLanguage } from './language'
export type { DraftFacts, DraftFault, DraftFinding, DraftSource } from './types'
