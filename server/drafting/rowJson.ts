import type { DraftFinding } from '#core/drafting'
import { isListOf, isNumber, isOneOf, isShape, isText, readJson } from '#shared/platform/json'

const isFindings = isListOf(
  isShape<DraftFinding>({
    fault: isOneOf(
      ...(['empty', 'too-long', 'link', 'handle', 'number', 'word'] as const),
      ...(['like-title', 'language', 'markup', 'about-itself'] as const),
    ),
    about: isText,
    start: isNumber,
    end: isNumber,
  }),
)

/** What is wrong with a draft, as its row holds it. */
export const readFindings = (json: string): DraftFinding[] => readJson(json, isFindings)
