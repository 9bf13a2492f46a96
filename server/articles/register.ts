import { inTransaction } from '#server/platform/db'
import { undone } from '#server/platform/changes/history'
import { defineJob } from '#server/platform/jobs/registry'
import { clearUnusedTags } from './queries/tags'
import { indexingRound } from './searchIndex'

export function registerArticles(): void {
  defineJob({ name: 'indexing', round: indexingRound })
  undone.on(async ({ brandId }, { what }) => {
    if (what === 'tag' || what === 'watch' || what === 'source')
      await inTransaction((db) => clearUnusedTags(db, brandId))
  })
}
