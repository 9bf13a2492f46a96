import { checkDraft } from '#core/drafting'
import { firstLines } from '#core/text'
import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import { checkDraftTask, firstLinesTask } from './tasks'

/** More are drawn than are wanted, since some may be longer than the brand likes. */
const SPARE = 4

export const draftingInThread: InThread[] = [
  inThread(firstLinesTask, ({ title, text, language, longest, count }) => {
    if (text === '') return []
    const drawn = firstLines({ title, body: text, language }, { count: count + SPARE })
    const fits = (line: string): boolean => line.length <= longest
    return [...drawn.filter(fits), ...drawn.filter((line) => !fits(line))].slice(0, count)
  }),
  inThread(checkDraftTask, ({ draft, room, ...facts }) =>
    checkDraft(draft, { ...facts, left: (text) => room - [...text].length }),
  ),
]
