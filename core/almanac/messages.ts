/** What is wrong with a rule of days that come again, by code. */
export interface AlmanacMessages {
  'rule.no-frequency': object
  'rule.unknown-part': { text: string }
  'rule.no-value': { text: string }
  'rule.twice': { text: string }
  'rule.not-together': { text: string }
  'rule.too-often': object
  'rule.never': object
  'rule.too-long': object
}
