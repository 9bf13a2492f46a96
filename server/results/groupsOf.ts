import { compareGroups } from '#core/results'
import type { GroupedBy, Measure, ResultGroup, ResultsView } from '#shared/results/types'
import { readTexts } from '#shared/platform/json'
import type { PillarRow } from '#server/people'
import { firstResponses } from './measures'
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

const KEYS: Record<Exclude<GroupedBy, 'pillar' | 'source' | 'watch'>, (post: SentPostRow) => string> = {
  opening: ({ text }) => (asks(text) ? 'question' : 'statement'),
  picture: ({ pictures }) => (pictures > 0 ? 'with' : 'without'),
  length: ({ length }) => LENGTHS(length),
  hashtags: ({ hashtags_json: json }) => HASHTAGS(readTexts(json).length),
  link: ({ link_place: place }) => place || 'none',
  wording: ({ wording, echo }) => (echo > 0 ? 'echo' : wording > 0 ? 'other' : 'first'),
}

const ORDER: GroupedBy[] = [
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

/** Posts by each of the ways they can be told apart. Ways with one group alone tell nothing: left out. */
export function groupsOf(posts: SentPostRow[], measure: Measure, named: Named): ResultsView['groups'] {
  return ORDER.flatMap((by) => {
    const nameOf = new Map<string, { name: string; ink: number | null }>()
    const keyOf = (post: SentPostRow): string => {
      if (by === 'pillar') {
        const pillar = named.pillars.find(({ id }) => id === post.pillar_id)
        nameOf.set(pillar?.id ?? '', { name: pillar?.name ?? '', ink: pillar?.ink ?? null })
        return pillar?.id ?? ''
      }
      if (by === 'source') {
        const source = named.sourceOf(post)
        nameOf.set(source?.id ?? '', { name: source?.label ?? '', ink: null })
        return source?.id ?? ''
      }
      if (by === 'watch') {
        const watch = named.watchOf(post)
        nameOf.set(watch?.id ?? '', { name: watch?.name ?? '', ink: null })
        return watch?.id ?? ''
      }
      return KEYS[by](post)
    }
    const results = compareGroups(
      posts.map((post) => ({
        account: post.account_id,
        group: keyOf(post),
        responses: firstResponses(post, measure) ?? 0,
      })),
    )
    if (results.length < 2) return []
    const groups = results.map(({ group, posts: many, responses, ratio, verdict, needed }): ResultGroup => ({
      key: group,
      name: nameOf.get(group)?.name ?? '',
      ink: nameOf.get(group)?.ink ?? null,
      posts: many,
      responses,
      ratio,
      verdict,
      needed,
    }))
    return [{ by, groups }]
  })
}
