import {
  ADDRESS,
  archived,
  BRAND,
  CODE,
  DAY_TEXT,
  left,
  looseRowOf,
  oneOf,
  rowOf,
  TEXTS,
  type Archived,
} from '#server/platform/archive/kinds'
import {
  FOLLOWER_COUNTS,
  OUTSIDE_POSTS,
  PUBLIC_REPLIES,
  RESPONSE_READINGS,
  SENT_POSTS,
  SHORT_CLICKS,
  SHORT_LINKS,
} from './rows'

const OF_SENT = 'delivery_id IN (SELECT delivery_id FROM sent_posts WHERE brand_id = @brand)'
const OF_ACCOUNTS = 'account_id IN (SELECT id FROM accounts WHERE brand_id = @brand)'

export const resultsArchived: Archived[] = [
  archived(SHORT_LINKS, {
    key: ['code'],
    kinds: {
      code: CODE,
      brand_id: BRAND,
      post_id: rowOf('posts'),
      account_id: rowOf('accounts'),
      target: ADDRESS,
    },
  }),
  archived(SHORT_CLICKS, {
    key: ['code', 'hour', 'site', 'device'],
    which: 'code IN (SELECT code FROM short_links WHERE brand_id = @brand)',
    kinds: { code: rowOf('short_links', 'code'), device: oneOf('computer', 'phone', 'tablet', '') },
  }),
  archived(SENT_POSTS, {
    key: ['delivery_id'],
    kinds: {
      delivery_id: rowOf('deliveries'),
      brand_id: BRAND,
      account_id: rowOf('accounts'),
      post_id: rowOf('posts'),
      code: looseRowOf('short_links', 'code'),
      pillar_id: looseRowOf('pillars'),
      article_id: looseRowOf('articles'),
      source_id: looseRowOf('sources'),
      hashtags_json: TEXTS,
      link_place: oneOf('in-text', 'attached', 'reply', 'button', 'none', ''),
      state: oneOf('read', 'over', 'untold', 'gone'),
      // No network is asked about what went out elsewhere.
      next_at: left(null),
      message: left(null),
    },
  }),
  archived(RESPONSE_READINGS, {
    key: ['delivery_id', 'at'],
    which: OF_SENT,
    kinds: { delivery_id: rowOf('sent_posts', 'delivery_id') },
  }),
  archived(PUBLIC_REPLIES, {
    key: ['delivery_id', 'remote_id'],
    which: OF_SENT,
    kinds: { delivery_id: rowOf('sent_posts', 'delivery_id'), url: ADDRESS },
  }),
  archived(FOLLOWER_COUNTS, {
    key: ['account_id', 'day'],
    which: OF_ACCOUNTS,
    kinds: { account_id: rowOf('accounts'), day: DAY_TEXT },
  }),
  archived(OUTSIDE_POSTS, {
    key: ['account_id', 'remote_id'],
    which: OF_ACCOUNTS,
    kinds: { account_id: rowOf('accounts'), url: ADDRESS },
  }),
]
