import { isMapOf, isText, readJson } from '#shared/platform/json'
import { NO_FILTER, type KeptFilter } from '#shared/schedule/filter'

/** What a filter narrows to, as a row has it. Throws where it holds something else. */
export const readFilter = (json: string): KeptFilter => ({
  ...NO_FILTER,
  account: '',
  ...readJson(json, isMapOf(isText)),
})
