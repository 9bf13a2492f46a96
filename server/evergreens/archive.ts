import {
  archived,
  between,
  BRAND,
  ID,
  oneOf,
  PERSON,
  rowOf,
  type Archived,
} from '#server/platform/archive/kinds'
import { EVERGREENS, EVERGREENS_PASSED } from './rows'

export const evergreensArchived: Archived[] = [
  archived(EVERGREENS, {
    kinds: {
      id: ID,
      brand_id: BRAND,
      post_id: rowOf('posts'),
      account_id: rowOf('accounts'),
      min_days: between(0, 3_660),
      state: oneOf('in-turn', 'resting', 'retired'),
      created_by: PERSON,
    },
  }),
  archived(EVERGREENS_PASSED, {
    key: ['brand_id', 'article_id'],
    kinds: { brand_id: BRAND, article_id: rowOf('articles') },
  }),
]
