import { note } from '#shared/messages'
import type { Values } from '#server/platform/db/tables'
import {
  ADDRESS_OR_NONE,
  archived,
  between,
  BRAND,
  ID,
  IDS,
  json,
  left,
  looseRowOf,
  oneOf,
  rowOf,
  shaped,
  TEXTS,
  type Archived,
} from '#server/platform/archive/kinds'
import { readEndpoint, readExcepts, readHolidaysOf, readLinkRule, readMixes, readRules } from './rowJson'
import { ACCOUNTS, DESCRIBED_NETWORKS, SLOTS } from './rows'

/**
 * An account of an archive has no sign-in: it rests until somebody connects it again, as one whose network
 * refuses its sign-in does. Those one posts to by hand need none.
 */
function signedOut(row: Values, at: number): Values {
  if (row['protocol'] === 'hand' || row['removed_at'] !== null) return row
  const reason = JSON.stringify([note('network.from-archive')])
  return { ...row, trouble: reason, refused_at: at, held: 1, hold_until: null, hold_reason: reason }
}

export const networksArchived: Archived[] = [
  archived(DESCRIBED_NETWORKS, {
    kinds: { id: ID, brand_id: BRAND, opens_at: ADDRESS_OR_NONE, rules_json: json(readRules, ['id']) },
  }),
  archived(ACCOUNTS, {
    kinds: {
      id: ID,
      brand_id: BRAND,
      protocol: oneOf('micropub', 'mastodon', 'atproto', 'hand', 'webhook'),
      address: ADDRESS_OR_NONE,
      page_url: ADDRESS_OR_NONE,
      endpoint_json: json(readEndpoint),
      rules_json: json(readRules, ['id']),
      link_rule_json: json(readLinkRule),
      except_json: json(readExcepts, ['pillarId']),
      mix_json: json(readMixes, ['pillarId']),
      holidays_json: json(readHolidaysOf, ['pillarId']),
      also_to_json: TEXTS,
      appears_on_json: IDS,
      per_day: between(1, 1_000),
      min_gap_minutes: between(0, 100_000),
      repeat_after_days: between(0, 3_660),
      hashtags_most: between(0, 100),
      approver: oneOf('anyone', 'someone-else'),
      network_id: looseRowOf('described_networks'),
      token_sealed: left(''),
      session_sealed: left(null),
      grant_sealed: left(null),
      checked_at: left(null),
      unseen_by: left(null),
      unseen_since: left(null),
      trouble: left(null),
      refused_at: left(null),
      quiet_until: left(null),
      renewing_until: left(0),
      held: left(0),
      hold_until: left(null),
      hold_reason: left(null),
    },
    mend: signedOut,
  }),
  archived(SLOTS, {
    which: 'account_id IN (SELECT id FROM accounts WHERE brand_id = @brand)',
    kinds: {
      id: ID,
      account_id: rowOf('accounts'),
      weekday: between(1, 7),
      time: shaped(/^(?:[01]\d|2[0-3]):[0-5]\d$/),
      use: oneOf('any', 'pillar', 'free'),
      pillar_id: looseRowOf('pillars'),
    },
  }),
]
