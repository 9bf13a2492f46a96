import { DAY } from '#core/instant'
import { now, realNow } from '#server/platform/clock'
import { inTransaction } from '#server/platform/db'
import { defineRetention } from '#server/platform/db/retention'
import { defineUpkeep } from '#server/platform/jobs/upkeep'
import { settings } from '#server/platform/settings'
import { noticeReviews } from './noticeReviews'
import { noteUnusedPictures } from './queries/pictures'

const LINK_LOOKS_KEPT_DAYS = 7

export function registerPosts(): void {
  defineUpkeep('pictures', () => inTransaction((db) => noteUnusedPictures(db, now())))
  defineUpkeep('posts in review', noticeReviews)
  // As long as a change can be undone, the picture it took away may be wanted again.
  defineRetention({
    table: 'pictures',
    key: 'id',
    since: 'unused_since',
    before: () => now() - settings().historyDays * DAY,
  })
  defineRetention({
    table: 'link_looks',
    key: 'url',
    since: 'looked_at',
    before: () => realNow() - LINK_LOOKS_KEPT_DAYS * DAY,
  })
}
