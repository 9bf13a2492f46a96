import {
  archived,
  between,
  BRAND,
  DAY_TEXT,
  ID,
  json,
  left,
  looseRowOf,
  oneOf,
  PERSON,
  shaped,
  TEXTS,
  type Archived,
} from '#server/platform/archive/kinds'
import { ENTRY_KINDS } from '#shared/almanac/types'
import { readRunUp } from './rowJson'
import { ALMANAC_ENTRIES, ALMANAC_PLACES } from './rows'

export const almanacArchived: Archived[] = [
  archived(ALMANAC_ENTRIES, {
    kinds: {
      id: ID,
      brand_id: BRAND,
      kind: oneOf(...ENTRY_KINDS),
      from_day: DAY_TEXT,
      days: between(1, 60),
      easter_days: between(-200, 200),
      except_json: TEXTS,
      run_up_json: json(readRunUp),
      remind_days: between(0, 365),
      pillar_id: looseRowOf('pillars'),
      created_by: PERSON,
    },
  }),
  archived(ALMANAC_PLACES, {
    kinds: {
      id: ID,
      brand_id: BRAND,
      country: shaped(/^[A-Z]{2}$/),
      observances: between(0, 1),
      // Made anew, of the data that is here.
      holidays_json: left('[]'),
      made_for: left(''),
      created_by: PERSON,
    },
  }),
]
