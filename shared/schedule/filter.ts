import type { CardState, PlacedCard } from './types'

/** What the Schedule is narrowed to, on all its faces; empty for all. */
export interface SheetFilter {
  pillar: string
  campaign: string
  /** The id of a tag. */
  tag: string
  state: string
  kind: string
  who: string
  source: string
  /** The network its account is of, by the network's id. */
  network: string
  /** Local days, `YYYY-MM-DD`, both included; of the list alone: the other faces are of days. */
  since: string
  till: string
  /** Words that stand in the text, as they were typed. */
  words: string
}

export const NO_FILTER: SheetFilter = {
  ...{ pillar: '', campaign: '', tag: '', state: '', kind: '', who: '', source: '', network: '' },
  ...{ since: '', till: '', words: '' },
}

/** A filter as it is kept: with the account that is shown alone, '' for all. */
export interface KeptFilter extends SheetFilter {
  account: string
}

/** What the Schedule is narrowed to, kept under a name. */
export interface SavedFilter {
  id: string
  name: string
  filter: KeptFilter
}

/** By how many things it is narrowed. */
export const isNarrowed = (filter: SheetFilter): number => Object.values(filter).filter(Boolean).length

/** States in which a post has not arrived as it should, or not for certain. */
const TROUBLE: readonly CardState[] = ['not-sent', 'trying-again', 'unknown', 'undecided', 'in-part']
export const isTrouble = (state: CardState | 'draft'): boolean => TROUBLE.some((known) => known === state)

/** What of a post is looked at. */
export type Filtered = Pick<
  PlacedCard,
  | 'pillarId'
  | 'campaignId'
  | 'tagIds'
  | 'authorName'
  | 'source'
  | 'evergreenId'
  | 'isHeld'
  | 'isHeldBack'
  | 'approval'
  | 'text'
> & { accountId: string | null; state: CardState | 'draft' }

/**
 * Whether a post is one of those looked for, whenever it goes out. `networkOf`: the network of an account, by
 * id.
 */
export function isWanted(
  card: Filtered,
  filter: SheetFilter,
  networkOf: (accountId: string) => string,
): boolean {
  if (filter.pillar && card.pillarId !== filter.pillar) return false
  if (filter.campaign && card.campaignId !== filter.campaign) return false
  if (filter.tag && !card.tagIds.includes(filter.tag)) return false
  if (filter.who && card.authorName !== filter.who) return false
  if (filter.source && card.source !== filter.source) return false
  if (filter.network && (card.accountId === null || networkOf(card.accountId) !== filter.network))
    return false
  if (filter.kind && kindOf(card) !== filter.kind) return false
  if (filter.words && !card.text.toLowerCase().includes(filter.words.trim().toLowerCase())) return false
  switch (filter.state) {
    case '':
      return true
    case 'trouble':
      return isTrouble(card.state)
    case 'held':
      return card.isHeld || card.isHeldBack
    case 'not-firm':
      return card.approval !== null && card.approval !== 'approved'
    default:
      return card.state === filter.state
  }
}

/** What kind of post it is: one that comes round, one about something by others, one of the brand's own. */
export const kindOf = ({ evergreenId, source }: Pick<Filtered, 'evergreenId' | 'source'>): PostKind =>
  evergreenId !== null ? 'evergreen' : source === null ? 'own' : 'about'
export type PostKind = 'about' | 'own' | 'evergreen'
