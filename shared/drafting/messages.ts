import type { DraftFinding } from '#core/drafting/types'
import { inWords } from '#shared/platform/language'
import { counted } from '#shared/platform/plural'

const names = new Intl.DisplayNames(['en'], { type: 'language', fallback: 'code' })
/** A language as a person says it. */
export const languageName = (language: string): string => names.of(language) ?? language

const FAULTS = inWords({
  empty: () => 'Nothing was written.',
  'too-long': (by: string) => `${counted(Number(by), 'character', 'characters')} too long.`,
  link: (link: string) => `The article doesn’t have the link ${link}.`,
  handle: (handle: string) => `The article doesn’t name ${handle}.`,
  number: (number: string) => `The article doesn’t have the number ${number}.`,
  word: (word: string) => `“${word}” is one of the words you don’t use.`,
  'like-title': () => 'Says little more than the headline.',
  language: (language: string) => `Seems to be in ${languageName(language)}.`,
  markup: (mark: string) => `Holds markup: ${mark}`,
  'about-itself': () => 'Speaks of the writer, not of the article.',
} satisfies Record<DraftFinding['fault'], (about: string) => string>)

/** What is wrong with a draft, as a sentence. */
export const sayFinding = ({ fault, about }: DraftFinding): string => FAULTS[fault](about)
