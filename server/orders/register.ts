import { DAY } from '#core/instant'
import { articlesTagged } from '#server/articles'
import { draftAwaited, draftSettled } from '#server/drafting'
import { brandById } from '#server/people'
import { articlesMatched } from '#server/watches'
import { now } from '#server/platform/clock'
import { defineRetention } from '#server/platform/db/retention'
import { defineJob } from '#server/platform/jobs/registry'
import { defineUpkeep } from '#server/platform/jobs/upkeep'
import { putTodo, putTodoOf } from './queries/orders'
import { isAwaited } from './drafted'
import { noticeUnseen } from './noticeUnseen'
import { noticeQuiet, settleFound } from './quiet'
import { ordersRound } from './running'
import { triggersRound } from './triggers'

/**
 * What orders left is told so long; what they did is kept as long as they are, so that nothing comes twice.
 */
const LEFT_DAYS = 90

export function registerOrders(): void {
  articlesMatched.on((db, feedId, ids) => putTodo(db, feedId, ids, now()))
  articlesTagged.on((db, brandId, ids) => putTodoOf(db, brandId, ids, now()))
  draftSettled.on((db, brandId, articleId) => putTodoOf(db, brandId, [articleId], now()))
  draftAwaited.on(async (db, brandId, orderId) => isAwaited(db, await brandById(db, brandId), orderId))
  defineJob({ name: 'standing orders', round: ordersRound })
  defineUpkeep('orders that no article sets off', triggersRound)
  defineUpkeep('orders that find nothing', noticeQuiet)
  defineUpkeep('what orders told of', settleFound)
  defineUpkeep('posts of orders that nobody looked over', noticeUnseen)
  defineRetention({
    table: 'order_log',
    key: 'id',
    since: 'at',
    before: () => now() - LEFT_DAYS * DAY,
    only: { outcome: 'left' },
  })
}
