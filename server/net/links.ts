/** The `Link` header's targets by relation (RFC 8288), absolute; the first of each stays. */
export function linksOf(header: string | undefined, base: string): Map<string, string> {
  const links = new Map<string, string>()
  for (const [, target, parameters] of (header ?? '').matchAll(/<([^>]*)>((?:\s*;\s*[\w*-]+(?:\s*=\s*(?:"[^"]*"|[^",;]*))?)*)/g)) {
    const rels = /;\s*rel\s*=\s*(?:"([^"]*)"|([^",;\s]*))/i.exec(parameters ?? '')
    const url = URL.canParse(target!, base) ? new URL(target!, base).href : null
    for (const rel of (rels?.[1] ?? rels?.[2] ?? '').toLowerCase().split(/\s+/)) if (rel !== '' && url && !links.has(rel)) links.set(rel, url)
  }
  return links
}
