/** What a draft may say things of. */
export interface DraftSource {
  title: string
  text: string
  author: string | null
  /** Its outlet; '' for none. */
  outlet: string
  url: string | null
}

/** What a draft is held against. */
export interface DraftFacts {
  source: DraftSource
  /** Words that are not used. */
  wordsNotUsed: readonly string[]
  /** The language it is wanted in, as a code; null for any. */
  language: string | null
  /** How many characters are left of the network's limit with this text; less than 0 where it is over. */
  left: (text: string) => number
}

/** What is wrong with a draft, or is to be looked at. */
export type DraftFault =
  | 'empty'
  | 'too-long'
  | 'link'
  | 'handle'
  | 'number'
  | 'word'
  | 'like-title'
  | 'language'
  | 'markup'
  | 'about-itself'

/** One of them; `start` and `end` say where in the text, in UTF-16 units, and are equal for the whole. */
export interface DraftFinding {
  fault: DraftFault
  /** What it is about: the number, link, handle, word, or the language that it seems to be in. */
  about: string
  start: number
  end: number
}
