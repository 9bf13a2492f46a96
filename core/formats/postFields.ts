import type { Instant } from '../instant'

/** A post as a row of a table has it. Accounts, pillars and campaigns go by their names. */
export interface CsvPost {
  text: string
  link: string | null
  account: string
  /** Where on the account it goes, on networks with boards. */
  board: string | null
  pillar: string | null
  /** Its own time; null for its turn in line. */
  at: Instant | null
  goodUntil: Instant | null
  hashtags: string[]
  /** Of its picture. */
  description: string | null
  campaign: string | null
  tags: string[]
  /** The address of a picture, or the name of a file that comes along. */
  picture: string | null
  /** The wordings besides its text, in their order. */
  wordings: string[]
}

/** What a column of such a table may hold. */
export type PostField = keyof Omit<CsvPost, 'wordings'> | `wording${2 | 3 | 4 | 5 | 6}`

/** Cells of one row, by what they hold; of what is missing there is nothing. */
export type PostCells = Partial<Record<PostField, string>>

/** Which column holds what, counted from 0. */
export type PostColumns = Partial<Record<PostField, number>>

/** Which of a post's wordings have columns of their own, besides its text. */
export const WORDINGS = [2, 3, 4, 5, 6] as const
const NAMES: [PostField, RegExp][] = [
  ['text', /^(?:text|post|message|content|copy|line|words)$/],
  ['link', /^(?:link|url|address|article)$/],
  ['account', /^(?:account|profile|channel|page)s?$/],
  ['board', /^board$/],
  ['pillar', /^(?:pillar|category|theme)$/],
  [
    'at',
    /^(?:time|when|at|date|day and time|date and time|publish(?:ed)? (?:at|on)|scheduled(?: at| for)?)$/,
  ],
  ['goodUntil', /^(?:good until|until|valid until|expires(?: at| on)?|end)$/],
  ['hashtags', /^hash ?tags?$/],
  ['description', /^(?:description|picture description|alt(?:ernative)? text|alt|image description)$/],
  ['campaign', /^campaign$/],
  ['tags', /^(?:tag|label)s?$/],
  ['picture', /^(?:picture|image|photo|media|file)s?$/],
  ...WORDINGS.map((at): [PostField, RegExp] => [`wording${at}`, new RegExp(`^wording ${at}$`)]),
]

/** All that a column may hold. */
export const POST_FIELDS: readonly PostField[] = NAMES.map(([field]) => field)

/** Which column holds what, by its heads: of two of a name the first. */
export function postColumnsOf(heads: readonly string[]): PostColumns {
  const columns: PostColumns = {}
  for (const [at, head] of heads.entries()) {
    const plain = head
      .toLowerCase()
      .replace(/[\s_-]+/g, ' ')
      .trim()
    const field = NAMES.find(([name, pattern]) => columns[name] === undefined && pattern.test(plain))?.[0]
    if (field) columns[field] = at
  }
  return columns
}
