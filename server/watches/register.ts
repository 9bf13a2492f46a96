import { defineJob } from '#server/platform/jobs/registry'
import { undone } from '#server/platform/changes/history'
import type { TrackedRow } from '#server/platform/db/tracked'
import { articlesStored, sourceChanged } from '#server/sources'
import { applyExclusionRules } from './sourceRules'
import { markFeed } from './marking'
import { matchingRound, matchStored } from './matching'
import { startRun, watchingRound } from './watchRuns'

export function registerWatches(): void {
  articlesStored.on((feed, articles) => matchStored(feed, articles))
  sourceChanged.on(async (brandId, sourceId, feed) => {
    if (feed) await markFeed(feed)
    await applyExclusionRules(brandId, sourceId)
  })
  undone.on(async ({ brandId }, { what, which, rows }) => {
    if (what === 'watch' && marksOtherwise(which, rows)) await startRun(brandId, which)
  })
  defineJob({ name: 'watching', round: watchingRound })
  defineJob({ name: 'matching', round: matchingRound })
}

/**
 * Whether a watch looks through the archive again, as what it marks was put back; its place in the list or
 * its feed change nothing there.
 */
function marksOtherwise(id: string, rows: TrackedRow[]): boolean {
  const row = rows.find(({ table, key }) => table === 'watches' && key['id'] === id)
  return ['query', 'hides', 'folders_json', 'sources_json', 'removed_at'].some(
    (column) => row?.before?.[column] !== row?.after?.[column],
  )
}
