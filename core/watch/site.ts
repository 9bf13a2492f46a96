/**
 * A site's name as one writes it or as it stands in an address: in lower case, without `www.`; null where it
 * is none.
 */
export function hostOf(text: string): string | null {
  const name = text
    .trim()
    .replace(/^[a-z][a-z0-9+.-]*:\/\//i, '')
    .split(/[/?#]/, 1)[0]!
    .replace(/^.*@/s, '')
    .replace(/:\d+$/, '')
    .replace(/^www\./i, '')
    .toLowerCase()
  return /^[\p{L}\p{N}]([\p{L}\p{N}\p{M}.-]*[\p{L}\p{N}\p{M}])?$/u.test(name) ? name : null
}

/** A host as the network writes it, so that `bäckerei.example` and its `xn--` form are equal. */
export function asciiHost(host: string): string {
  try {
    return new URL(`http://${host}`).hostname
  } catch {
    return host
  }
}
