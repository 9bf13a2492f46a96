import { parseWatch } from '#core/watch'
import { OF_KEPT_ARTICLES } from '#server/articles/archive'
import {
  archived,
  between,
  BRAND,
  ID,
  IDS,
  left,
  looseRowOf,
  rowOf,
  TEXTS,
  type Archived,
  type Kind,
} from '#server/platform/archive/kinds'
import { WATCH_MARKS, WATCHES } from './rows'

const QUERY: Kind = {
  is: 'checked',
  isRight: (value) => {
    parseWatch(String(value))
    return true
  },
  schema: { type: 'string', description: 'query of a watch' },
}
const FLAG = between(0, 1)

export const watchesArchived: Archived[] = [
  archived(WATCHES, {
    kinds: {
      id: ID,
      brand_id: BRAND,
      query: QUERY,
      ink: between(1, 8),
      collects: FLAG,
      hides: FLAG,
      tells: FLAG,
      on_rail: FLAG,
      hashtags_json: TEXTS,
      folders_json: IDS,
      sources_json: IDS,
      // Its address is a secret, and another one here.
      feed_nonce: left(null),
      usual_accounts_json: IDS,
      pillar_id: looseRowOf('pillars'),
    },
  }),
  archived(WATCH_MARKS, {
    key: ['watch_id', 'article_id', 'from_at'],
    which: `watch_id IN (SELECT id FROM watches WHERE brand_id = @brand) AND ${OF_KEPT_ARTICLES}`,
    kinds: {
      watch_id: rowOf('watches'),
      article_id: rowOf('articles'),
      feed_id: rowOf('feeds'),
      found_json: TEXTS,
      run_at: left(0),
    },
  }),
]
