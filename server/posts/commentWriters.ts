import { firstLines } from '#core/text'
import type { Writing } from '#shared/posts/types'

export interface CommentRequest {
  title: string
  body: string
  language: string | null
  /** The brand's standing instruction. */
  instruction: Writing['instruction']
  count: number
}

/**
 * Something that drafts opening lines for a person to rework: today sentences of the article, later perhaps a
 * language model.
 */
export interface CommentWriter {
  openings(request: CommentRequest): Promise<string[]>
}

const LONGEST: Record<Writing['instruction']['length'], number> = { short: 120, medium: 180, long: 240 }
/** More are drawn than are wanted, since some may be longer than the brand likes. */
const SPARE = 4

/** Draws lines from the article itself. Of the instruction it can follow the length alone. */
export const drawnComments: CommentWriter = {
  openings: ({ title, body, language, instruction, count }) => {
    const drawn = firstLines({ title, body, language }, { count: count + SPARE })
    const short = drawn.filter((line) => line.length <= LONGEST[instruction.length])
    return Promise.resolve([...short, ...drawn.filter((line) => !short.includes(line))].slice(0, count))
  },
}
