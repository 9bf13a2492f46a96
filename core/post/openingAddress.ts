/** Longer addresses are refused by some servers and browsers (common practice). */
const LONGEST = 8_000

/**
 * Where a post is written on a network, from a template address: `{text}` and `{link}` become the post's,
 * percent-encoded (RFC 3986 §2.1). A text that would make it too long is left out. Null where the template is
 * empty or gives no address of the web.
 */
export function openingAddress(
  template: string,
  { text, link }: { text: string; link: string | null },
): string | null {
  const whole = filled(template, text, link)
  const address = whole.length > LONGEST ? filled(template, '', link) : whole
  if (!URL.canParse(address)) return null
  const url = new URL(address)
  return url.protocol === 'https:' || url.protocol === 'http:' ? url.href : null
}

const filled = (template: string, text: string, link: string | null): string =>
  template.replace(/\{(text|link)\}/g, (_, name: string) =>
    // Half a surrogate pair can't be encoded.
    encodeURIComponent((name === 'text' ? text : (link ?? '')).replace(/[\ud800-\udfff]/gu, '\ufffd')),
  )
