// The prefixes this folder uses, whatever prefix a document chose for the namespace; '' for the feed's own
// words.
const PREFIXES: Record<string, string> = {
  'http://purl.org/rss/1.0/': '',
  'http://my.netscape.com/rdf/simple/0.9/': '',
  'http://channel.netscape.com/rdf/simple/0.9/': '',
  'http://backend.userland.com/rss2': '',
  'http://www.w3.org/1999/xhtml': '',
  'http://www.w3.org/2005/atom': 'atom:',
  'http://purl.org/atom/ns#': 'atom:',
  'http://purl.org/dc/elements/1.1/': 'dc:',
  'http://purl.org/dc/terms/': 'dcterms:',
  'http://purl.org/rss/1.0/modules/content/': 'content:',
  'http://search.yahoo.com/mrss/': 'media:',
  'http://search.yahoo.com/mrss': 'media:',
  'http://www.itunes.com/dtds/podcast-1.0.dtd': 'itunes:',
  'http://www.w3.org/1999/02/22-rdf-syntax-ns#': 'rdf:',
}

/** The namespaces in force while a document is read from its beginning to its end. */
export class Namespaces {
  /** Each scope that declared something, innermost last: prefix to address, '' for the default one. */
  readonly #scopes: Record<string, string>[] = [Object.create(null) as Record<string, string>]
  readonly #known: Map<string, string>[] = [new Map()]
  /** The root's default namespace: the document's own words, which keep their names. */
  #own: string | null | undefined = undefined

  /** Enters an element; gives its name in this folder's prefixes. */
  open(name: string, attributes: Record<string, string>): string {
    const declared = declarations(attributes)
    if (declared) {
      this.#scopes.push(
        Object.assign(Object.create(null) as Record<string, string>, this.#scopes.at(-1), declared),
      )
      this.#known.push(new Map())
    }
    if (this.#own === undefined) this.#own = declared?.[''] ?? null
    const known = this.#known.at(-1)!
    let found = known.get(name)
    if (found === undefined) {
      found = this.#resolve(name)
      known.set(name, found)
    }
    return found
  }

  /** Leaves an element. */
  close(attributes: Record<string, string>): void {
    if (!declarations(attributes)) return
    this.#scopes.pop()
    this.#known.pop()
  }

  #resolve(name: string): string {
    const at = name.indexOf(':')
    const uri = this.#scopes.at(-1)![at < 0 ? '' : name.slice(0, at)]
    if (at < 0 && uri === this.#own) return name
    const prefix = uri === undefined ? undefined : PREFIXES[uri.trim().toLowerCase()]
    return prefix === undefined ? name : prefix + name.slice(at + 1)
  }
}

function declarations(attributes: Record<string, string>): Record<string, string> | null {
  let found: Record<string, string> | null = null
  for (const name in attributes) {
    if (!name.startsWith('xmlns') || (name.length > 5 && name[5] !== ':')) continue
    found ??= {}
    found[name.slice(6)] = attributes[name]!
  }
  return found
}
