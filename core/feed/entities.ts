import { decodeHTMLStrict } from 'entities'

/**
 * Entities a document may declare for itself, and how long each, and all that they are replaced by together,
 * may be.
 */
const MOST_DECLARED = 50
const LONGEST_VALUE = 1_000
const MOST_EXPANDED = 100_000
/** How often a value may name another that may name another. */
const DEEPEST = 2

const DECLARATION = /<!ENTITY\s+([a-z_][\w.-]{0,60})\s+(?:"([^"<]{0,1000})"|'([^'<]{0,1000})')\s*>/gi
// Where a CDATA section stands nothing is an entity.
const REFERENCE = /<!\[CDATA\[[\s\S]*?(?:\]\]>|$)|&([a-z_][\w.-]{0,60});|&#(?:0{1,9}|x0{1,9});/gi
const XML_ENTITIES = new Set(['amp', 'lt', 'gt', 'quot', 'apos'])

/**
 * The plain texts that a document type declares as entities; null for what is no plain text, or more than a
 * feed needs.
 */
export function declaredEntities(type: string): Map<string, string> | null {
  const all = type.match(/<!ENTITY\b/gi)?.length ?? 0
  if (all === 0) return new Map()
  const values = new Map<string, string>()
  for (const [, name, double, single] of type.matchAll(DECLARATION)) values.set(name!, double ?? single ?? '')
  // One that names a file, holds markup or is longer than a word or two makes all of them suspicious.
  if (all > MOST_DECLARED || values.size !== all) return null
  const plain = new Map<string, string>()
  for (const name of values.keys()) {
    const text = expanded(name, values, 0)
    if (text === null) return null
    plain.set(name, text)
  }
  return plain
}

function expanded(name: string, values: Map<string, string>, depth: number): string | null {
  if (depth > DEEPEST) return null
  let isPlain = true
  const text = values.get(name)!.replace(/&([a-z_][\w.-]{0,60});/gi, (reference, inner: string) => {
    if (!values.has(inner)) return reference
    const found = expanded(inner, values, depth + 1)
    isPlain &&= found !== null
    return found ?? ''
  })
  return isPlain && text.length <= LONGEST_VALUE ? text : null
}

/**
 * A document with its own entities and the named ones of HTML (which old feeds use without declaring them)
 * put in as characters, as far as they are no markup; references to the character 0, which none may hold, are
 * left out. Linear, and never much longer than it was.
 */
export function withPlainEntities(text: string, declared: Map<string, string>): string {
  let grown = 0
  return text.replace(REFERENCE, (reference, name: string | undefined) => {
    if (reference.startsWith('<![')) return reference
    if (name === undefined) return ''
    if (XML_ENTITIES.has(name)) return reference
    const own = declared.get(name)
    const plain = own === undefined ? decodeHTMLStrict(reference) : own
    grown += own === undefined ? 0 : plain.length
    if (grown > MOST_EXPANDED || (own === undefined && /[<>&"']/.test(plain))) return reference
    return plain
  })
}
