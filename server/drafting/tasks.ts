import type { DraftFacts, DraftFinding } from '#core/drafting'
import { threadTask } from '#server/platform/jobs/threadTask'

export interface LinesInput {
  title: string
  text: string
  language: string | null
  /** Characters that a line may have; longer ones come last. */
  longest: number
  count: number
}

/** See `firstLines` of core/text. */
export const firstLinesTask = threadTask<LinesInput, string[]>('firstLines')

export interface CheckInput extends Omit<DraftFacts, 'left'> {
  draft: string
  /** Characters that there is room for. */
  room: number
}

/** See `checkDraft` of core/drafting. */
export const checkDraftTask = threadTask<CheckInput, DraftFinding[]>('checkDraft')
