import type { DraftFinding } from '#core/drafting/types'
import type { Instant } from '#core/instant'
import { postLanguages } from './languages'

/** Who wrote a draft: sentences of the article itself, or the brand's model. */
export const DRAFT_WRITERS = ['article', 'model'] as const
export type DraftWriterName = (typeof DRAFT_WRITERS)[number]

/** What is asked of a writer: drafts of an article, or a text that is there written again. */
export const DRAFT_WISHES = ['new', 'shorter', 'question', 'other', 'language'] as const
export type DraftWish = (typeof DRAFT_WISHES)[number]

export const DRAFT_LANGUAGES = postLanguages
export type DraftLanguage = (typeof DRAFT_LANGUAGES)[number]

/** What a brand's drafts are written by; the key is never given out again. */
export interface DraftingView {
  /** The host of the model's server; '' where none is set, and nothing is sent to anybody. */
  host: string
  model: string
  hasKey: boolean
  /** The language drafts are wanted in; null for the article's own. */
  language: DraftLanguage | null
  /** 0: as predictable as can be; 100: as free as it may be. */
  freedom: number
  /** Tokens that one answer may have, and all of a month. */
  answerTokens: number
  monthTokens: number
  /** What a million tokens cost, and in which currency (ISO 4217); null where nobody said. */
  price: number | null
  currency: string
  /** What was used in the month that goes on, of the brand's zone: `2027-03`. */
  used: DraftUse
  version: number
}

export interface DraftUse {
  month: string
  tokens: number
  requests: number
}

/** A draft as it is kept, with what it came from. */
export interface DraftView {
  id: string
  articleId: string
  writer: DraftWriterName
  /** The model, and its host; '' for the article. */
  model: string
  host: string
  wish: DraftWish
  language: string
  text: string
  findings: DraftFinding[]
  /** How often it was asked to do it again. */
  repairs: number
  tokens: number
  at: Instant
  /** Who asked for it; null for a standing order. */
  by: string | null
  /** The post it was taken for; null for none. */
  postId: string | null
}

/** A message in the shape that chat-completions servers take. */
export interface ChatMessage {
  role: 'system' | 'user' | 'assistant'
  content: string
}

/** All that would leave for a draft, and about how many tokens that is. */
export interface DraftPreview {
  host: string
  model: string
  messages: ChatMessage[]
  tokens: number
}

/** One line of the answer while drafts are written: `draft` is which of them. */
export type DraftStep =
  | { draft: number; text: string }
  | { draft: number; done: DraftView }
  | { draft: number; refused: string }
  | { used: DraftUse }
