import type { PageFacts } from '#core/page'
import type { Received } from '#server/platform/pages/readCard'
import { threadTask } from '#server/platform/jobs/threadTask'

/** What a page says of itself; see `readPage` in `core/page`. */
export const pageFactsTask = threadTask<Received, PageFacts>('pageFacts')
