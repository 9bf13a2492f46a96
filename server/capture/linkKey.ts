import { canonicalUrl } from '#core/url'
import type { Captured } from '#shared/capture/types'

/**
 * The key under which the same thing is known: its page's, or that of a PDF that was given as a file; null
 * for what is neither.
 */
export function linkKeyOf({ url, pdf }: Captured): string | null {
  if (url !== null) return canonicalUrl(url)
  return pdf ? `pdf:${pdf.hash}` : null
}
