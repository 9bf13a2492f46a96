import { parseJson } from '#shared/platform/json'

/** A copy of plain data without what Vue watches it by, for a worker or to send. */
export const plainCopy = <T>(value: T): T => parseJson(JSON.stringify(value)) as T
