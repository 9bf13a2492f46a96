import { campaignUrl, type CampaignMarks } from './campaign'

/**
 * What becomes of a post's link: it stays as it is, carries campaign marks, or stands as a short address that
 * leads to it (marks and all).
 */
export interface LinkRule {
  kind: 'plain' | 'marks' | 'short'
  /**
   * Patterns of the marks: `{network}`, `{account}`, `{pillar}` and `{brand}` stand for the post's own. Empty
   * ones are left off.
   */
  marks: CampaignMarks
}

export interface LinkPlaceNames {
  network: string
  account: string
  pillar: string
  brand: string
}

/** A rule whose campaign is called otherwise, as a post's own campaign wishes; '' for no wish. */
export const withCampaign = (rule: LinkRule, mark: string): LinkRule =>
  mark === '' || rule.kind === 'plain' ? rule : { ...rule, marks: { ...rule.marks, campaign: mark } }

/** Where a post's link leads in the end, by a brand's or account's rule. */
export const markedLink = (link: string, rule: LinkRule, names: LinkPlaceNames): string =>
  campaignUrl(link, marksOf(rule, names))

/** The campaign marks of a rule with the post's own names in them; none where links stay as they are. */
export const marksOf = (rule: LinkRule, names: LinkPlaceNames): CampaignMarks =>
  rule.kind === 'plain'
    ? {}
    : Object.fromEntries(
        Object.entries(rule.marks).flatMap(([mark, pattern]) =>
          pattern ? [[mark, filled(pattern, names)]] : [],
        ),
      )

const filled = (pattern: string, names: LinkPlaceNames): string =>
  pattern
    .replace(/\{(network|account|pillar|brand)\}/g, (_, name: keyof LinkPlaceNames) => names[name])
    .normalize('NFC')
    .toLowerCase()
    .replace(/[^\p{L}\p{M}\p{N}._~-]+/gu, '-')
    // Runs of other signs have become one hyphen each.
    .replace(/^-|-$/g, '')
