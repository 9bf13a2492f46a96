import { toInstant } from '#core/instant'
import { localDay } from '#core/post/localDay'
import { note } from '#shared/messages'
import { keepNotice } from '#server/notices'
import { liveBrands } from '#server/people'
import type { Db } from '#server/platform/db'
import { firstWords } from '#server/posts'
import { newestUnseen } from './queries/unseen'

/** Tells, once a day, that orders made posts that nobody looked over; settled as soon as all are. */
export async function noticeUnseen(db: Db): Promise<void> {
  for (const { id, zone } of await liveBrands(db)) {
    const newest = await newestUnseen(db, id)
    await keepNotice(
      db,
      id,
      'made-by-orders',
      newest && {
        about: localDay(toInstant(newest.at), zone),
        title: [note('notice.made-by-orders', { network: '' })],
        message: [note('notice.to-look-over', { count: newest.count, first: firstWords(newest.text) })],
        link: '/look-over',
      },
    )
  }
}
