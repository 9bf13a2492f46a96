import type { Pillar } from './types'

/** The pillars a new brand starts with, in the language of whoever makes it; names and order are common practice. */
export const STARTER_PILLARS: Pick<Pillar, 'name' | 'description' | 'returns' | 'goodDays'>[] = [
  {
    name: 'Worth reading',
    description: 'Other people’s work, with a line of our own.',
    returns: 'once',
    goodDays: null,
  },
  {
    name: 'Own news',
    description: 'What we do and offer; a fifth of the posts at most.',
    returns: 'once',
    goodDays: 7,
  },
  { name: 'Explainers', description: 'Short lessons that stay true.', returns: 'for-ever', goodDays: null },
  {
    name: 'Weekend lines',
    description: 'Lighter things for Saturday and Sunday.',
    returns: 'once',
    goodDays: null,
  },
]
