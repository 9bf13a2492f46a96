import { say } from '#shared/messages'
import { messagesOf } from '#server/platform/db/messages'
import { messagesIn } from '#server/platform/db/columns'
import { saySource } from '#shared/sources/messages'
import { isSilent } from '#core/feed'
import { toInstant } from '#core/instant'
import type { FeedHealth } from '#shared/sources/types'
import { now } from '#server/platform/clock'
import type { SourceWithFeed } from './queries/sources'

const instant = (at: number | null): string | null => (at === null ? null : toInstant(at))

/** How a source's feed fares, as data for the screens. */
export function healthOf(row: SourceWithFeed): FeedHealth {
  return {
    state: stateOf(row),
    lastFetchedAt: instant(row.fetched_at),
    nextFetchAt:
      row.gone_at === null && row.paused_at === null && row.kind === 'web'
        ? instant(row.next_fetch_at)
        : null,
    failingSince: instant(row.failing_since),
    trouble: row.trouble === null ? null : say(messagesOf(row.trouble)),
    newestAt: instant(row.newest_at),
    everyMinutes: row.gap_minutes,
    movedFrom: row.moved_from,
    movedAt: instant(row.moved_at),
    repairs: messagesIn(row.repairs_json).map(saySource),
    announced: row.hub === 'on',
  }
}

function stateOf(row: SourceWithFeed): FeedHealth['state'] {
  if (row.paused_at !== null) return 'paused'
  if (row.gone_at !== null) return 'gone'
  if (row.failing_since !== null) return 'failing'
  if (row.fetched_at === null) return 'waiting'
  return isSilent(instant(row.newest_at), row.gap_minutes, toInstant(now())) ? 'silent' : 'well'
}
