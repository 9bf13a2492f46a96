import { defineJob } from '#server/platform/jobs/registry'
import { tellingRound } from './telling'

export function registerNotices(): void {
  defineJob({ name: 'telling', round: tellingRound })
}
