import type { GroupedBy, ResultGroup, ResultsView } from '#shared/results/types'
import { readTexts } from '#shared/platform/json'
import type { PillarRow } from '#server/people'
import type { Reckoned } from './reckon'
import type { SentPostRow } from './rows'

/** What posts are grouped with: names of what the brand named itself. */
export interface Named {
  pillars: PillarRow[]
  /** The source that a post's article or link came from; null for none. */
  sourceOf: (post: SentPostRow) => { id: string; label: string } | null
  /** The first watch that marks its article; null for none. */
  watchOf: (post: SentPostRow) => { id: string; name: string } | null
}

const SHORT = 120
const LONG = 220

const LENGTHS = (length: number): string => (length < SHORT ? 'short' : length > LONG ? 'long' : 'middle')
const HASHTAGS = (count: number): string => (count === 0 ? 'none' : count < 3 ? 'few' : 'many')

/** Whether its first sentence asks. */
const asks = (text: string): boolean => /^[^.!?…\n]{0,300}\?/.test(text)

const KEYS: Record<GroupedBy, (post: SentPostRow, named: Named) => string> = {
  pillar: ({ pillar_id: id }, { pillars }) => pillars.find((pillar) => pillar.id === id)?.id ?? '',
  source: (post, { sourceOf }) => sourceOf(post)?.id ?? '',
  watch: (post, { watchOf }) => watchOf(post)?.id ?? '',
  opening: ({ text }) => (asks(text) ? 'question' : 'statement'),
  picture: ({ pictures }) => (pictures > 0 ? 'with' : 'without'),
  length: ({ length }) => LENGTHS(length),
  hashtags: ({ hashtags_json: json }) => HASHTAGS(readTexts(json).length),
  link: ({ link_place: place }) => place || 'none',
  wording: ({ wording, echo }) => (echo > 0 ? 'echo' : wording > 0 ? 'other' : 'first'),
}

/** The ways that posts are told apart by, as they are shown. */
export const GROUPED_BY: GroupedBy[] = [
  'pillar',
  'source',
  'watch',
  'opening',
  'picture',
  'length',
  'hashtags',
  'link',
  'wording',
]

/** Which group a post is in, by each of the ways. */
export const groupKeys = (post: SentPostRow, named: Named): string[] =>
  GROUPED_BY.map((by) => KEYS[by](post, named))

/** The groups with their names. Ways with one group alone tell nothing: left out. */
export function groupsOf(
  reckoned: Reckoned['groups'],
  posts: SentPostRow[],
  named: Named,
): ResultsView['groups'] {
  const names = namesOf(posts, named)
  return reckoned
    .filter(({ results }) => results.length > 1)
    .map(({ by, results }) => ({
      by,
      groups: results.map(({ group, posts: many, responses, ratio, verdict, needed }): ResultGroup => ({
        key: group,
        ...(names[by]?.get(group) ?? { name: '', ink: null }),
        posts: many,
        responses,
        ratio,
        verdict,
        needed,
      })),
    }))
}

type Name = Pick<ResultGroup, 'name' | 'ink'>

function namesOf(posts: SentPostRow[], named: Named): Partial<Record<GroupedBy, Map<string, Name>>> {
  const [sources, watches] = [new Map<string, Name>(), new Map<string, Name>()]
  for (const post of posts) {
    const [source, watch] = [named.sourceOf(post), named.watchOf(post)]
    if (source) sources.set(source.id, { name: source.label, ink: null })
    if (watch) watches.set(watch.id, { name: watch.name, ink: null })
  }
  return {
    pillar: new Map(named.pillars.map(({ id, name, ink }) => [id, { name, ink }])),
    source: sources,
    watch: watches,
  }
}
