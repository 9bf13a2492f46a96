import { defineJob } from '#server/platform/jobs/registry'
import { countSentPosts } from './sentPosts'

export function registerSending(): void {
  defineJob({ name: 'counting what went out', round: countSentPosts })
}
