/** What can stand before a colon. */
export const FIELDS = ['title', 'body', 'author', 'source', 'site', 'category', 'lang', 'region'] as const
export type Field = (typeof FIELDS)[number]

/** What can be compared with a number. */
export const LIMITS = ['age', 'words', 'outlets', 'responses'] as const
/** Whether this names a field of an article that words can be looked for in. */
export const isField = (text: string): text is Field => (FIELDS as readonly string[]).includes(text)

/**
 * Whether a quotation mark at this place belongs to a word: between Hebrew letters it marks an abbreviation
 * (Annex 29, WB7b).
 */
export const isWithinHebrew = (text: string, at: number): boolean =>
  text[at] === '"' &&
  /\p{Script=Hebrew}/u.test(text[at - 1] ?? '') &&
  /\p{Script=Hebrew}/u.test(text[at + 1] ?? '')
