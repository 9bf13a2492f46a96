// Whether the rows of a file can become posts. Pure: it runs in a thread.
import type { Message } from '#core/message'
import type { Instant } from '#core/instant'
import type { PostCells, PostField } from '#core/formats/postFields'
import { readPostCells, type CsvPost } from '#core/formats/postsCsv'
import type { DayOrder } from '#core/formats/moments'
import { preflight, type PreflightContext } from '#core/post'
import { canonicalUrl } from '#core/url'
import { batchNote } from '#shared/batches/messages'
import { LIMITS } from '#shared/platform/limits'
import { emptyDoc, emptyPart } from '#shared/posts/docs'
import { proofOfDoc, type ProofAccount, type ProofFacts } from '#shared/posts/proofs'
import type { PictureView, PostDoc } from '#shared/posts/types'
import { accountsNamed } from './accountsNamed'

export interface JudgedAccount extends ProofAccount {
  id: string
  name: string
  network: string
}

/** What rows are judged by. */
export interface JudgeFacts extends Omit<ProofFacts, 'pictures' | 'pillars'> {
  now: Instant
  zone: string
  order: DayOrder | null
  accounts: JudgedAccount[]
  pillars: { id: string; name: string }[]
  campaigns: { id: string; name: string }[]
  /** By what `pictureKey` makes of how rows call them; null for one that could not be had. */
  pictures: [name: string, picture: PictureView | null][]
  wordsNotUsed: string[]
}

export interface RowToJudge {
  position: number
  line: number
  cells: PostCells
}

/** What of a row decides where it goes. */
export interface PlannedRow {
  position: number
  line: number
  accountIds: string[]
  at: Instant | null
  goodUntil: Instant | null
  pillarId: string | null
  linkKey: string | null
  /** Its text without case and spaces, to find it again by. */
  words: string
}

export interface RowProblem {
  field: PostField
  messages: Message[]
}

export interface Judged {
  position: number
  problems: RowProblem[]
  warnings: Message[][]
  /** Null where there are problems. */
  planned: PlannedRow | null
  doc: PostDoc | null
}

/** Characters of a cell that a message repeats. */
const SHOWN = 60
/** Warnings of a row that are kept. */
const MOST_WARNINGS = 5

/** Whether a cell names a picture by its address. */
export const isPictureAddress = (name: string): boolean => /^https?:/i.test(name)

/** What a picture is found by: an address as it is, a file's name in any case. */
export const pictureKey = (name: string): string => (isPictureAddress(name) ? name : name.toLowerCase())

/** A text without what does not make it another. */
export const wordsOf = (text: string): string => text.toLowerCase().replace(/\s+/g, ' ').trim()

/** Looks through some rows of a file: what of each is wrong, and the post it would become. */
export function judgeRows(rows: RowToJudge[], facts: JudgeFacts): Judged[] {
  const read = readPostCells(rows, { zone: facts.zone, order: facts.order })
  const known = {
    facts,
    pillars: byName(facts.pillars),
    campaigns: byName(facts.campaigns),
    pictures: new Map(facts.pictures),
    proofs: {
      ...facts,
      pillars: new Map(facts.pillars.map(({ id, name }) => [id, name])),
      pictures: new Map(facts.pictures.flatMap(([, one]) => (one ? [[one.id, one] as const] : []))),
    },
  }
  let next = 0
  return read.rows.map((row, index) => {
    const problems: RowProblem[] = []
    // Both go by the rows' order.
    for (; read.problems[next]?.line === row.line; next++)
      problems.push({ field: read.problems[next]!.field, messages: [read.problems[next]!.message] })
    return judgeOne(row, rows[index]!, problems, known)
  })
}

const byName = (all: { id: string; name: string }[]): Map<string, string> =>
  new Map(all.map(({ id, name }) => [name.toLowerCase().trim(), id]))

interface Known {
  facts: JudgeFacts
  /** Ids by names in small letters. */
  pillars: ReadonlyMap<string, string>
  campaigns: ReadonlyMap<string, string>
  pictures: ReadonlyMap<string, PictureView | null>
  proofs: ProofFacts
}

function judgeOne(
  row: CsvPost & { line: number },
  { position, line, cells }: RowToJudge,
  problems: RowProblem[],
  known: Known,
): Judged {
  const { facts } = known
  const against = (field: PostField, ...messages: Message[]): void => void problems.push({ field, messages })
  const named = accountsNamed(row.account, facts.accounts)
  if (row.account && named.problem) against('account', named.problem)
  const pillarId = row.pillar === null ? null : (known.pillars.get(row.pillar.toLowerCase()) ?? null)
  if (row.pillar !== null && pillarId === null)
    against('pillar', batchNote('batch.no-such-pillar', { text: row.pillar.slice(0, SHOWN) }))
  const campaignId = row.campaign === null ? null : (known.campaigns.get(row.campaign.toLowerCase()) ?? null)
  if (row.campaign !== null && campaignId === null)
    against('campaign', batchNote('batch.no-such-campaign', { text: row.campaign.slice(0, SHOWN) }))
  const picture = pictureOf(row.picture, known, (message) => against('picture', message))
  if (row.hashtags.length > LIMITS.hashtags)
    against('hashtags', batchNote('batch.too-many-hashtags', { most: LIMITS.hashtags }))
  if (row.tags.length > LIMITS.tags) against('tags', batchNote('batch.too-many-tags', { most: LIMITS.tags }))
  else if (row.tags.some((tag) => tag.length > LIMITS.tagName))
    against('tags', batchNote('batch.too-long', { most: LIMITS.tagName }))
  for (const [field, cell] of Object.entries(cells) as [PostField, string][]) {
    const most = field === 'text' || field.startsWith('wording') ? LIMITS.postText : LIMITS.address
    if (cell.length > most) against(field, batchNote('batch.too-long', { most }))
  }
  const doc: PostDoc = {
    ...emptyDoc(),
    wordings: [row.text, ...row.wordings].map((text) => ({ text, pictureId: null })),
    link: row.link,
    hashtags: row.hashtags,
    pillarId,
    campaignId,
    tags: row.tags,
    goodUntil: row.goodUntil,
    pictures: picture
      ? [{ id: picture.id, description: row.description ?? '', focus: { x: 0.5, y: 0.5 } }]
      : [],
    accounts: named.accounts.map(({ id }) => ({ ...emptyPart(id, true), board: row.board })),
  }
  const warnings = problems.length === 0 ? checksOf(doc, row, named.accounts, known, against) : []
  const isGood = problems.length === 0
  return {
    position,
    problems,
    warnings: warnings.slice(0, MOST_WARNINGS),
    doc: isGood ? doc : null,
    planned: isGood
      ? {
          ...{ position, line, pillarId },
          accountIds: named.accounts.map(({ id }) => id),
          at: row.at,
          goodUntil: row.goodUntil,
          linkKey: row.link === null ? null : canonicalUrl(row.link),
          words: wordsOf(row.text).slice(0, 200),
        }
      : null,
  }
}

function pictureOf(
  name: string | null,
  { pictures }: Known,
  against: (message: Message) => void,
): PictureView | null {
  if (name === null) return null
  const found = pictures.get(pictureKey(name))
  if (found) return found
  const code = isPictureAddress(name) ? 'batch.picture-not-had' : 'batch.no-picture'
  against(batchNote(code, { text: name.slice(0, SHOWN) }))
  return null
}

/** What each account says to each wording: problems are told, warnings given. */
function checksOf(
  doc: PostDoc,
  row: CsvPost,
  accounts: JudgedAccount[],
  { facts, proofs }: Known,
  against: (field: PostField, ...messages: Message[]) => void,
): Message[][] {
  const warnings: Message[][] = []
  for (const account of accounts)
    for (const wording of doc.wordings.keys()) {
      const part = doc.accounts.find(({ accountId }) => accountId === account.id)!
      const made = proofOfDoc(doc, part, account, proofs, { wording })
      const field = wording === 0 ? 'text' : (`wording${wording + 1}` as PostField)
      for (const check of preflight(made.parts, made.proof, made.rules, contextOf(row, facts))) {
        const messages = [quotedName(account, accounts), check.message].flatMap((one) => one ?? [])
        if (check.level === 'stop') against(fieldOf(check.id, field), ...messages)
        else if (check.level === 'warn' && wording === 0) warnings.push(messages)
      }
    }
  return warnings
}

/** Of one account alone nobody has to be told which. */
const quotedName = ({ name }: JudgedAccount, all: JudgedAccount[]): Message | null =>
  all.length > 1 ? { code: 'text', params: { text: `${name}:` } } : null

const FIELDS: Record<string, PostField> = {
  board: 'board',
  link: 'link',
  'good-until': 'goodUntil',
  'media-description': 'description',
  'media-heavy': 'picture',
  'media-many': 'picture',
  'media-missing': 'picture',
  'media-shape': 'picture',
  'media-small': 'picture',
}
/** The field that a check is about. */
function fieldOf(checkId: string, text: PostField): PostField {
  return FIELDS[checkId] ?? text
}

const contextOf = (row: CsvPost, facts: JudgeFacts): PreflightContext => ({
  now: facts.now,
  zone: facts.zone,
  plannedAt: row.at,
  link: row.link,
  goodUntil: row.goodUntil,
  sentHere: [],
  seriesId: null,
  repeatAfterDays: null,
  linkState: { kind: 'ok', detail: null },
  wordsNotUsed: facts.wordsNotUsed,
  mixShare: null,
  approval: 'approved',
  hold: false,
  alsoAppearsOn: [],
})
