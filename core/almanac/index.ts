// Days worth posting on: rules of whole days, Easter, run-ups to events.
export { datesOf, requireDays, type DayRule } from './datesOf'
export { occurrencesOf } from './occurrences'
export { easterOf } from './easter'
export { readRule, RuleError, type Rule } from './rule'
export { stepsOf, type Step } from './steps'
