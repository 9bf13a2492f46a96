/** What is wrong with a pattern, by code. */
export interface OrderMessages {
  'pattern.open': { at: number }
  'pattern.close': { at: number }
  'pattern.empty': { at: number }
  'pattern.unknown-field': { at: number; text: string }
  'pattern.length': { at: number; text: string }
}
