/** What one does about a second factor. */
export type FactorTask = 'set-up' | 'codes' | 'end'
