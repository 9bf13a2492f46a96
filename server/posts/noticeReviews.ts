import { toInstant } from '#core/instant'
import { cutAtWord } from '#core/orders'
import { localDay } from '#core/post/localDay'
import { note } from '#shared/messages'
import { keepNotice } from '#server/notices'
import { liveBrands } from '#server/people'
import type { Db } from '#server/platform/db'
import { newestInReview } from './queries/review'

const SHOWN = 90
/** How a post begins, in one line. */
export const firstWords = (text: string): string => cutAtWord(text.replace(/\s+/g, ' ').trim(), SHOWN)

/** Tells, once a day, that posts wait for somebody to look at them; settled as soon as none does. */
export async function noticeReviews(db: Db): Promise<void> {
  for (const { id, zone } of await liveBrands(db)) {
    const newest = await newestInReview(db, id)
    await keepNotice(
      db,
      id,
      'review',
      newest && {
        about: localDay(toInstant(newest.at), zone),
        title: [note('notice.review', { network: '' })],
        message: [note('notice.to-review', { count: newest.count, first: firstWords(newest.text) })],
        link: '/desk',
      },
    )
  }
}
