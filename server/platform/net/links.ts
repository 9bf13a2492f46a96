/** Characters of a header that are read; real ones have a few hundred. */
const LONGEST = 16_384

/**
 * The `Link` header's targets by relation (RFC 8288), absolute; the first of each stays. Read sign by sign,
 * once through.
 */
export function linksOf(header: string | undefined, base: string): Map<string, string> {
  const links = new Map<string, string>()
  const text = (header ?? '').slice(0, LONGEST)
  for (let at = 0; ;) {
    const open = text.indexOf('<', at)
    const close = text.indexOf('>', open)
    if (open < 0 || close < 0) return links
    const { parameters, end } = parametersFrom(text, close + 1)
    const target = text.slice(open + 1, close)
    const url = URL.canParse(target, base) ? new URL(target, base).href : null
    for (const rel of relationsIn(parameters)) if (url && !links.has(rel)) links.set(rel, url)
    at = end
  }
}

/**
 * What stands behind a target up to the comma that ends it, parted by semicolons; neither counts within
 * quotes.
 */
function parametersFrom(text: string, start: number): { parameters: string[]; end: number } {
  const parameters: string[] = []
  let isQuoted = false
  let from = start
  let at = start
  for (; at < text.length; at++) {
    const sign = text[at]
    if (sign === '"') isQuoted = !isQuoted
    else if (isQuoted) continue
    else if (sign === ',') break
    else if (sign === ';') {
      parameters.push(text.slice(from, at))
      from = at + 1
    }
  }
  parameters.push(text.slice(from, at))
  return { parameters, end: at + 1 }
}

function relationsIn(parameters: string[]): string[] {
  for (const parameter of parameters) {
    const [name = '', value = ''] = parameter.split('=', 2)
    if (name.trim().toLowerCase() === 'rel')
      return value.replaceAll('"', '').trim().toLowerCase().split(/\s+/).filter(Boolean)
  }
  return []
}
