import type { ChatMessage } from '#shared/drafting/types'
import { problem } from '#server/platform/http/problem'
import { runInThread } from '#server/platform/jobs/pool'
import { askChat, type Written } from './chat'
import type { Model } from './model'
import type { DraftRequest } from './request'
import { tokensOf, withTokens } from './spending'
import { firstLinesTask } from './tasks'

export type { Written } from './chat'

/**
 * What writes drafts: sentences of the article itself, or a model. Another is put in beside them, and nothing
 * else needs to know.
 */
export interface DraftWriter {
  /** Whether it can be asked to write something again. */
  readonly repairs: boolean
  /**
   * Writes a draft of what is requested, giving what there is of it as it grows. Throws ProblemErrors that
   * say why none comes.
   */
  write(
    request: DraftRequest,
    messages: ChatMessage[],
    onText: (text: string) => void,
    signal: AbortSignal,
  ): Promise<Written>
}

/** Draws drafts from the article's own sentences. Of what is wanted it can follow the length alone. */
export function articleWriter(brandId: string): DraftWriter {
  let lines: Promise<string[]> | null = null
  return {
    repairs: false,
    async write({ source, articleLanguage, aim, which, count }) {
      lines ??= runInThread('person', [`brand:${brandId}`], firstLinesTask, {
        ...{ title: source.title, text: source.text, language: articleLanguage, longest: aim, count },
      })
      const text = (await lines)[which]
      if (text === undefined) throw problem('noArticleText')
      return { text, tokens: 0 }
    },
  }
}

/** Has a brand's model write, within what the brand allows. */
export const modelWriter = (model: Model): DraftWriter => ({
  repairs: true,
  write: (_, messages, onText, signal) =>
    withTokens(model, tokensOf(messages) + model.answerTokens, () =>
      askChat(model, messages, onText, signal),
    ),
})
