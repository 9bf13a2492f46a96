import { archived, BRAND, ID, json, left, PERSON, type Archived } from '#server/platform/archive/kinds'
import { readRule } from './rowJson'
import { ORDERS } from './rows'

/** Fields of a rule that hold ids. */
const IDS_OF_RULE = [
  ...['watches', 'tagIds', 'sources', 'folders', 'entries', 'accountId'],
  ...['pillarId', 'campaignId', 'folderId', 'recipients'],
]

export const ordersArchived: Archived[] = [
  archived(ORDERS, {
    kinds: {
      id: ID,
      brand_id: BRAND,
      rule_json: json(readRule, IDS_OF_RULE),
      // Nothing begins to act by itself as it is read.
      state: left('off'),
      message: left(null),
      on_since: left(null),
      failures: left(0),
      acts_for: PERSON,
      created_by: PERSON,
    },
  }),
]
