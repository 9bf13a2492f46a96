// Shapes of messages that chat programs take: a field for the text, under one name or another.

export const PLAIN_HOOK = '{"text": "{text}"}'

/** By the name it has in the list; `own` is whatever else. */
export const HOOK_SHAPES = {
  text: PLAIN_HOOK,
  // Some take 2,000 characters at most.
  content: '{"content": "{text:1900}"}',
} as const
export type HookShape = keyof typeof HOOK_SHAPES | 'own'

/** What an own shape begins with. */
export const OWN_HOOK = '{"title": "{title}", "body": "{text}", "link": "{link}"}'

/** Which shape a pattern is. */
export const shapeOf = (pattern: string): HookShape =>
  pattern === HOOK_SHAPES.text ? 'text' : pattern === HOOK_SHAPES.content ? 'content' : 'own'
