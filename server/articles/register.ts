import { defineJob } from '#server/platform/jobs/registry'
import { indexingRound } from './searchIndex'

export function registerArticles(): void {
  defineJob({ name: 'indexing', round: indexingRound })
}
