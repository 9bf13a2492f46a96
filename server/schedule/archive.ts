import { archived, BRAND, ID, json, PERSON, type Archived } from '#server/platform/archive/kinds'
import { readFilter } from './rowJson'
import { SHEET_FILTERS } from './rows'

/** Names in a filter that hold ids. */
const IDS_IN = ['pillar', 'campaign', 'tag', 'account']

export const scheduleArchived: Archived[] = [
  archived(SHEET_FILTERS, {
    kinds: { id: ID, brand_id: BRAND, filter_json: json(readFilter, IDS_IN), created_by: PERSON },
  }),
]
