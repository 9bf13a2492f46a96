export interface CampaignMarks {
  source?: string
  medium?: string
  campaign?: string
  term?: string
  content?: string
}

const ORDER = ['source', 'medium', 'campaign', 'term', 'content'] as const

/**
 * The address with campaign marks (`utm_source` and its siblings) added to its query. What is there is kept:
 * a mark the address already carries is not replaced. Each value is encoded once. A text that is no address
 * is returned unchanged.
 */
export function campaignUrl(url: string, marks: CampaignMarks): string {
  if (!URL.canParse(url)) return url
  const hashAt = url.indexOf('#')
  const base = hashAt < 0 ? url : url.slice(0, hashAt)
  const fragment = hashAt < 0 ? '' : url.slice(hashAt)
  const present = new Set(new URL(url).searchParams.keys())
  const added = ORDER.filter((mark) => marks[mark] && !present.has(`utm_${mark}`)).map(
    (mark) => `utm_${mark}=${encodeURIComponent(marks[mark]!)}`,
  )
  if (added.length === 0) return url
  const queryAt = base.indexOf('?')
  const joint = queryAt < 0 ? '?' : queryAt === base.length - 1 || base.endsWith('&') ? '' : '&'
  return `${base}${joint}${added.join('&')}${fragment}`
}
