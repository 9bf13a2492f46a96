import { isFlag, isListOf, isNumber, isShape, isText, readJson } from '#shared/platform/json'
import type { Holiday } from './tasks'

// What rows of the almanac hold as JSON.

const isHoliday = isShape<Holiday>({ date: isText, name: isText, isClosed: isFlag })

/** The holidays of a place. Throws where the row holds something else. */
export const readHolidays = (json: string): Holiday[] => readJson(json, isListOf(isHoliday))
/** Days before an event on which a post is wanted. */
export const readRunUp = (json: string): number[] => readJson(json, isListOf(isNumber))
