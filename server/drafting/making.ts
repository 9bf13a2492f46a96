import type { DraftFinding } from '#core/drafting'
import { repairOf } from '#shared/drafting/prompt'
import type { ChatMessage } from '#shared/drafting/types'
import { ProblemError } from '#server/platform/http/problem'
import { runInThread } from '#server/platform/jobs/pool'
import type { DraftRequest } from './request'
import { checkDraftTask } from './tasks'
import type { DraftWriter } from './writers'

/** How often a writer is asked to do it again. */
const MOST_REPAIRS = 2

export interface Made {
  text: string
  findings: DraftFinding[]
  repairs: number
  tokens: number
}

/** What else than words a writer sent: nothing of it is to be seen, and none of it means anything here. */
// eslint-disable-next-line no-control-regex
const UNSEEN = /[\u0000-\u0009\u000b-\u001f\u007f-\u009f\u200b\u2028-\u202e\u2060-\u2069\ufeff]/gu

const cleaned = (text: string): string => text.replace(/\r\n?/g, '\n').replace(UNSEEN, '').trim()

/**
 * Has a draft written, holds it against its article, and has it put right where it does not do: the best of
 * what came, with what is wrong with it still. `onText` is given what there is of it as it grows. Throws what
 * the writer throws where nothing came at all.
 */
export async function makeDraft(
  brandId: string,
  writer: DraftWriter,
  request: DraftRequest,
  onText: (text: string) => void,
  signal: AbortSignal,
): Promise<Made> {
  let best: Made | null = null
  let messages: ChatMessage[] = request.messages
  let tokens = 0
  for (let repairs = 0; ; repairs++) {
    const written = await writer.write(request, messages, onText, signal).catch((error: unknown) => {
      // What was there already is better than nothing.
      if (best !== null && error instanceof ProblemError) return null
      throw error
    })
    if (written === null) return { ...best!, tokens }
    tokens += written.tokens
    const text = cleaned(written.text)
    const findings = await runInThread('person', [`brand:${brandId}`], checkDraftTask, {
      ...{ draft: text, source: request.source, wordsNotUsed: request.wordsNotUsed },
      // Its own sentences are in the article's language, whatever is wanted.
      ...{ language: writer.repairs ? request.language : null, room: request.room },
    })
    if (best === null || findings.length <= best.findings.length) best = { text, findings, repairs, tokens }
    const isDone = findings.length === 0 || repairs >= MOST_REPAIRS || !writer.repairs || signal.aborted
    if (isDone) return { ...best, tokens }
    messages = [...messages, { role: 'assistant', content: text }, repairOf(findings)]
  }
}
