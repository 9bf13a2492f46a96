import { campaignUrl, type CampaignMarks } from './campaign'

/** What becomes of a post's link: it stays as it is, carries campaign marks, or stands as a short address that leads to it (marks and all). */
export interface LinkRule {
  kind: 'plain' | 'marks' | 'short'
  /** Patterns of the marks: `{network}`, `{account}`, `{pillar}` and `{brand}` stand for the post's own. Empty ones are left off. */
  marks: CampaignMarks
}

export interface LinkPlaceNames {
  network: string
  account: string
  pillar: string
  brand: string
}

/** Where a post's link leads in the end, by a brand's or account's rule. */
export function markedLink(link: string, rule: LinkRule, names: LinkPlaceNames): string {
  if (rule.kind === 'plain') return link
  const marks = Object.fromEntries(Object.entries(rule.marks).flatMap(([mark, pattern]) => (pattern ? [[mark, filled(pattern, names)]] : [])))
  return campaignUrl(link, marks)
}

const filled = (pattern: string, names: LinkPlaceNames): string =>
  pattern
    .replace(/\{(network|account|pillar|brand)\}/g, (_, name: keyof LinkPlaceNames) => names[name])
    .normalize('NFC')
    .toLowerCase()
    .replace(/[^\p{L}\p{M}\p{N}._~-]+/gu, '-')
    // Runs of other signs have become one hyphen each.
    .replace(/^-|-$/g, '')
