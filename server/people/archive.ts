import { parseJson, isObject } from '#shared/platform/json'
import { LIMITS } from '#shared/platform/limits'
import { zone } from '#shared/platform/schemaParts'
import {
  archived,
  between,
  BRAND,
  ID,
  IDS,
  json,
  left,
  oneOf,
  shaped,
  TEXTS,
  type Archived,
  type Kind,
} from '#server/platform/archive/kinds'
import { BRANDS, PILLARS } from './rows'

/** Inks that marks are drawn with. */
const INK = between(1, 8)

/** What a brand wants of its writing: what it leaves out is as usual. */
function readWishes(text: string): object {
  const value = parseJson(text)
  if (!isObject(value)) throw new TypeError('no object')
  return value
}

const ZONE: Kind = {
  is: 'checked',
  isRight: (value) => zone.required().isValidSync(value),
  schema: { type: 'string', description: 'time zone of the IANA data base' },
}

export const peopleArchived: Archived[] = [
  archived(BRANDS, {
    which: 'id = @brand',
    kinds: {
      id: BRAND,
      orders_stopped_at: left(null),
      orders_stopped_by: left(null),
      orders_per_day: between(1, 500),
      zone: ZONE,
      language: shaped(/^[a-z]{2,3}(?:-[A-Za-z0-9]+)*$/),
      mark: shaped(/^.{1,2}$/u),
      link_apart_minutes: between(0, 100_000),
      mark_ink: INK,
      writing_json: json(readWishes),
      // It is as old as its being here: a brand's place among others is by that.
      created_at: left(0),
      // It is held until somebody says that it no longer goes out elsewhere, and tells nobody anything.
      removed_at: left(null),
      held: left(1),
      hold_until: left(null),
      hold_reason: left(null),
      telling_json: left(null),
      hook_sealed: left(null),
      tell_next_at: left(0),
      tell_message: left(null),
      own_sites_json: TEXTS,
      own_pillar_id: ID,
    },
  }),
  archived(PILLARS, {
    kinds: {
      id: ID,
      brand_id: BRAND,
      ink: INK,
      returns: oneOf('once', 'for-ever'),
      good_days: between(1, LIMITS.goodDays),
      needs_approval: between(0, 1),
      hashtags_json: TEXTS,
      usual_accounts_json: IDS,
    },
  }),
]
