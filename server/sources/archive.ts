import { isMapOf, isText, readJson } from '#shared/platform/json'
import {
  archived,
  between,
  BRAND,
  ID,
  IDS,
  json,
  left,
  looseRowOf,
  oneOf,
  PERSON,
  rowOf,
  TEXTS,
  type Archived,
} from '#server/platform/archive/kinds'
import { FEEDS, FOLDERS, SOURCE_FOLDERS, SOURCES } from './rows'

const readNames = (text: string): Record<string, string> => readJson(text, isMapOf(isText))

export const sourcesArchived: Archived[] = [
  // Feeds are everybody's: what an archive says of one is where it is and what it is called.
  archived(FEEDS, {
    which: 'id IN (SELECT feed_id FROM sources WHERE brand_id = @brand)',
    kinds: {
      id: ID,
      kind: oneOf('web', 'mail'),
      home_url: left(null),
      format: left(null),
      etag: left(null),
      last_modified: left(null),
      fetched_at: left(null),
      next_fetch_at: left(0),
      interval_minutes: left(60),
      failures: left(0),
      failing_since: left(null),
      trouble: left(null),
      lease_until: left(0),
      moved_from: left(null),
      moved_at: left(null),
      host: left(''),
      gone_at: left(null),
      ttl_minutes: left(null),
      gap_minutes: left(null),
      newest_at: left(null),
      body_hash: left(null),
      repairs_json: left('[]'),
      articles: left(0),
      mail_nonce: left(null),
    },
  }),
  archived(FOLDERS, {
    kinds: {
      id: ID,
      brand_id: BRAND,
      hashtags_json: TEXTS,
      // Its address is a secret, and another one here.
      feed_nonce: left(null),
      usual_accounts_json: IDS,
      pillar_id: looseRowOf('pillars'),
    },
  }),
  archived(SOURCES, {
    kinds: {
      id: ID,
      brand_id: BRAND,
      feed_id: rowOf('feeds'),
      own: between(0, 1),
      credits_json: json(readNames),
      pillar_id: looseRowOf('pillars'),
      usual_accounts_json: IDS,
      clips_for: PERSON,
    },
  }),
  archived(SOURCE_FOLDERS, {
    key: ['source_id', 'folder_id'],
    which: 'source_id IN (SELECT id FROM sources WHERE brand_id = @brand)',
    kinds: { source_id: rowOf('sources'), folder_id: rowOf('folders') },
  }),
]
