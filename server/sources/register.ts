import { defineJob } from '#server/platform/jobs/registry'
import { importingRound } from './imports'

export function registerSources(): void {
  defineJob({ name: 'importing', round: importingRound })
}
