import { defineJob } from '#server/platform/jobs/registry'
import { articlesStored, sourceChanged } from '#server/sources'
import { applyExclusionRules } from './exclusionRules'
import { markFeed } from './marking'
import { matchingRound, matchStored } from './matching'
import { watchingRound } from './watchRuns'

export function registerWatches(): void {
  articlesStored.on((feed, articles) => matchStored(feed, articles))
  sourceChanged.on(async (brandId, sourceId, feed) => {
    if (feed) await markFeed(feed)
    await applyExclusionRules(brandId, sourceId)
  })
  defineJob({ name: 'watching', round: watchingRound })
  defineJob({ name: 'matching', round: matchingRound })
}
