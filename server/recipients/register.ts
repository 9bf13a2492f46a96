import { DAY } from '#core/instant'
import { articleClipped, articlesTagged } from '#server/articles'
import { deliveryChanged } from '#server/delivery'
import { articlesMatched } from '#server/watches'
import { wantedMail } from '#server/notices'
import { now } from '#server/platform/clock'
import { defineRetention } from '#server/platform/db/retention'
import { defineJob } from '#server/platform/jobs/registry'
import { happenedToArticles, tellDelivery, tellMarked } from './events'
import { wantedForRecipients } from './recipients'
import { dispatchRound } from './sending'

/** What was handed on is told so long. */
const KEPT_DAYS = 90

export function registerRecipients(): void {
  wantedMail.on(wantedForRecipients)
  articlesMatched.on(tellMarked)
  articlesTagged.on((db, brandId, ids) => happenedToArticles(db, brandId, 'article.tagged', ids))
  articleClipped.on((db, brandId, id) => happenedToArticles(db, brandId, 'article.clipped', [id]))
  deliveryChanged.on((db, { id, brandId, state, message }) =>
    state === 'sent' || state === 'not-sent'
      ? tellDelivery(db, brandId, id, state === 'sent' ? 'post.sent' : 'post.failed', message)
      : Promise.resolve(),
  )
  defineJob({ name: 'what is handed on', round: dispatchRound })
  defineRetention({
    table: 'dispatches',
    key: 'id',
    since: 'created_at',
    before: () => now() - KEPT_DAYS * DAY,
  })
}
