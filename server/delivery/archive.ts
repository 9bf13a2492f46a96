import { note } from '#shared/messages'
import { NEXT_STATES } from '#shared/delivery/states'
import type { Values } from '#server/platform/db/tables'
import {
  ADDRESS,
  archived,
  isWebAddress,
  BRAND,
  ID,
  json,
  left,
  looseRowOf,
  oneOf,
  PERSON,
  rowOf,
  KEY,
  type Archived,
} from '#server/platform/archive/kinds'
import { DELIVERIES, DELIVERY_EVENTS } from './rows'
import { isShape, isText, orMissing, orNull, readJson } from '#shared/platform/json'

const STATE = oneOf(...Object.keys(NEXT_STATES))
/** What is history; anything else was on its way as the archive was made. */
const PAST = ['sent', 'in-part', 'not-sent', 'back-in-line', 'given-up', 'taken-back']

/** What was on its way is not sent from here: nobody knows what became of it. */
const neverSent = (row: Values): Values =>
  PAST.includes(String(row['state']))
    ? { ...row, next_try_at: row['due_at']! }
    : {
        ...row,
        next_try_at: row['due_at']!,
        state: 'not-sent',
        message: JSON.stringify([note('delivery.from-archive')]),
      }

/** What a delivery froze; whoever sends it reads more of it. */
const isFrozen = isShape<{ text: string; link: { url: string } | null | undefined }>({
  text: isText,
  link: orMissing(orNull(isShape<{ url: string }>({ url: isWebAddress }))),
})

export const deliveryArchived: Archived[] = [
  archived(DELIVERIES, {
    kinds: {
      id: ID,
      brand_id: BRAND,
      post_id: rowOf('posts'),
      account_id: rowOf('accounts'),
      key: KEY,
      state: STATE,
      frozen_json: json((text) => readJson(text, isFrozen), ['id']),
      pillar_id: looseRowOf('pillars'),
      series_id: ID,
      remote_url: ADDRESS,
      next_try_at: left(0),
      lease_until: left(0),
      line_id: ID,
      evergreen_id: looseRowOf('evergreens'),
    },
    mend: neverSent,
  }),
  archived(DELIVERY_EVENTS, {
    key: [],
    which: 'delivery_id IN (SELECT id FROM deliveries WHERE brand_id = @brand)',
    kinds: { delivery_id: rowOf('deliveries'), state: STATE, person_id: PERSON },
  }),
]
