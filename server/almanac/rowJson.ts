import { isFlag, isListOf, isNumber, isShape, isText, readJson, type Is } from '#shared/platform/json'
import type { Holiday } from './tasks'

// What rows of the almanac hold as JSON.

const isHoliday = isShape<Holiday>({ date: isText, name: isText, isClosed: isFlag })

/** The holidays of a place. Throws where the row holds something else. */
export const readHolidays = (json: string): Holiday[] => readJson(json, isListOf(isHoliday))
/** A number of days that a run-up may have. */
const isStep: Is<number> = (value): value is number =>
  isNumber(value) && Number.isInteger(value) && value >= 0 && value <= 366

/** Days before an event on which a post is wanted. Throws where the row holds something else. */
export const readRunUp = (json: string): number[] => readJson(json, isListOf(isStep))
