import { isNumber, isShape, orMissing, readJson } from '#shared/platform/json'
import type { Offset } from '#core/schedule/types'
import {
  ADDRESS,
  archived,
  between,
  BRAND,
  DAY_TEXT,
  ID,
  IDS,
  json,
  left,
  looseRowOf,
  oneOf,
  PERSON,
  PICTURE,
  rowOf,
  TEXTS,
  type Archived,
} from '#server/platform/archive/kinds'
import { readCrops } from './rowJson'
import { LINES, PICTURES, POST_EVENTS, POST_PICTURES, POSTS, PROOFS, WORDINGS } from './rows'

const OF_POSTS = 'post_id IN (SELECT id FROM posts WHERE brand_id = @brand)'
const SHARE = {
  is: 'checked',
  isRight: (value: string | number) => typeof value === 'number' && value >= 0 && value <= 1,
  schema: { type: 'number', minimum: 0, maximum: 1 },
} as const
const isOffset = isShape<Offset>({
  hours: orMissing(isNumber),
  days: orMissing(isNumber),
  weeks: orMissing(isNumber),
})

export const postsArchived: Archived[] = [
  archived(PICTURES, {
    kinds: {
      id: ID,
      brand_id: BRAND,
      width: between(1, 100_000),
      height: between(1, 100_000),
      type: oneOf('image/jpeg', 'image/png'),
      content: PICTURE,
      from_url: ADDRESS,
      created_by: PERSON,
      unused_since: left(null),
    },
  }),
  archived(POSTS, {
    kinds: {
      id: ID,
      brand_id: BRAND,
      article_id: looseRowOf('articles'),
      pillar_id: looseRowOf('pillars'),
      campaign_id: looseRowOf('campaigns'),
      order_id: looseRowOf('orders'),
      for_day: DAY_TEXT,
      almanac_id: ID,
      link: ADDRESS,
      hashtags_json: TEXTS,
      series_id: ID,
      approval: oneOf('draft', 'in-review', 'approved', 'sent-back'),
      approved_by: PERSON,
      created_by: PERSON,
      clippings_json: IDS,
      from_post_id: ID,
      saved_by: PERSON,
    },
  }),
  archived(WORDINGS, {
    which: OF_POSTS,
    kinds: { id: ID, post_id: rowOf('posts'), picture_id: looseRowOf('pictures') },
  }),
  archived(PROOFS, {
    key: ['post_id', 'account_id'],
    which: OF_POSTS,
    kinds: {
      post_id: rowOf('posts'),
      account_id: rowOf('accounts'),
      chosen: between(0, 1),
      left_out_json: TEXTS,
      link_place: oneOf('in-text', 'attached', 'reply', 'button', 'none'),
      crops_json: json(readCrops, 'top'),
    },
  }),
  archived(POST_PICTURES, {
    key: ['post_id', 'position'],
    which: OF_POSTS,
    kinds: { post_id: rowOf('posts'), picture_id: rowOf('pictures'), focus_x: SHARE, focus_y: SHARE },
  }),
  archived(POST_EVENTS, {
    which: OF_POSTS,
    kinds: { id: ID, post_id: rowOf('posts'), person_id: PERSON },
  }),
  archived(LINES, {
    kinds: {
      id: ID,
      brand_id: BRAND,
      post_id: rowOf('posts'),
      account_id: rowOf('accounts'),
      state: oneOf('in-line', 'held'),
      follows_id: ID,
      after_json: json((text) => readJson(text, isOffset)),
    },
  }),
]
