import { fold, stem, words } from '#core/text'
import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import { stemTextsTask, type TextToStem } from './tasks'

export const articlesInThread: InThread[] = [inThread(stemTextsTask, (texts) => texts.map(stemsOf))]

function stemsOf({ text, author, language }: TextToStem): string {
  const stems = words(text, language).map((word) => stem(word.text, language))
  // A name is found by its beginning and as it is written too, so it stands in both forms, its words side by
  // side.
  const names = words(author ?? '', language).map((word) => word.text)
  return [...stems, ...names.map(fold), ...names.map((name) => stem(name, language))].join(' ')
}
