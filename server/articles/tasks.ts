import { threadTask } from '#server/platform/jobs/threadTask'

export interface TextToStem {
  text: string
  author: string | null
  language: string | null
}

/** The stems of each text's words, as the search index takes them. */
export const stemTextsTask = threadTask<TextToStem[], string[]>('stemTexts')
