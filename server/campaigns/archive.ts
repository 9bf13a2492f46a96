import {
  archived,
  between,
  BRAND,
  DAY_TEXT,
  ID,
  IDS,
  looseRowOf,
  PERSON,
  TEXTS,
  type Archived,
} from '#server/platform/archive/kinds'
import { CAMPAIGNS } from './rows'

export const campaignsArchived: Archived[] = [
  archived(CAMPAIGNS, {
    kinds: {
      id: ID,
      brand_id: BRAND,
      from_day: DAY_TEXT,
      to_day: DAY_TEXT,
      accounts_json: IDS,
      pillar_id: looseRowOf('pillars'),
      ink: between(1, 8),
      share_wanted: between(1, 100),
      hashtags_json: TEXTS,
      created_by: PERSON,
    },
  }),
]
