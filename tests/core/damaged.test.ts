// Feeds damaged in ways that are met in the world: whatever a person could still read in them must be read.
import { expect, it } from 'vitest'
import { readFeed } from '../../core/feed'

const COUNT = 6
type Kind = 'rss' | 'atom' | 'rdf'
const title = (at: number): string => `Item number ${at}`

function feedOf(kind: Kind): string {
  const items = Array.from({ length: COUNT }, (_, at) => itemOf(kind, at)).join('\n')
  if (kind === 'atom')
    return `<?xml version="1.0" encoding="utf-8"?>\n<feed xmlns="http://www.w3.org/2005/Atom"><title>Feed</title><id>urn:f</id><updated>2026-03-01T00:00:00Z</updated>\n${items}\n</feed>`
  if (kind === 'rdf')
    return `<?xml version="1.0" encoding="utf-8"?>\n<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns="http://purl.org/rss/1.0/" xmlns:dc="http://purl.org/dc/elements/1.1/"><channel rdf:about="https://p.example/"><title>Feed</title><link>https://p.example/</link></channel>\n${items}\n</rdf:RDF>`
  return `<?xml version="1.0" encoding="utf-8"?>\n<rss version="2.0" xmlns:dc="http://purl.org/dc/elements/1.1/"><channel><title>Feed</title><link>https://p.example/</link>\n${items}\n</channel></rss>`
}

function itemOf(kind: Kind, at: number): string {
  const link = `https://p.example/${at}`
  if (kind === 'atom')
    return `<entry><id>urn:${at}</id><title>${title(at)}</title><link href="${link}"/><updated>2026-03-0${at + 1}T08:00:00Z</updated><summary>Words ${at}</summary></entry>`
  if (kind === 'rdf')
    return `<item rdf:about="${link}"><title>${title(at)}</title><link>${link}</link><description>Words ${at}</description><dc:date>2026-03-0${at + 1}T08:00:00Z</dc:date></item>`
  return `<item><title>${title(at)}</title><link>${link}</link><guid>${link}</guid><description>Words ${at}</description><pubDate>0${at + 1} Mar 2026 08:00:00 GMT</pubDate></item>`
}

interface Damage {
  does: string
  to: (text: string) => string | Uint8Array
  /** Items that can still be read; all, where nothing is said. */
  left?: number
}
const third = title(2)
const DAMAGES: Damage[] = [
  { does: 'cut in the fifth item', to: (text) => text.slice(0, text.indexOf(title(4)) + 6), left: 4 },
  { does: 'cut between items', to: (text) => text.slice(0, text.indexOf('\n', text.indexOf(title(3)))), left: 4 },
  { does: 'last closing tags missing', to: (text) => text.replace(/<\/(channel|feed|rss|rdf:RDF)>/g, '') },
  { does: 'bare ampersands', to: (text) => text.replaceAll('Words', 'Salt & pepper &c') },
  { does: 'unknown entities', to: (text) => text.replaceAll('Words', 'Caf&eacute; &nbsp;&bogus; words') },
  { does: 'a bare < in a title', to: (text) => text.replace(third, `${third} < 5`) },
  { does: 'a title not closed', to: (text) => text.replace(`${third}</title>`, third) },
  { does: 'CDATA not closed', to: (text) => text.replace('Words 5', '<![CDATA[Words 5'), left: 6 },
  { does: 'CDATA closed twice', to: (text) => text.replace('Words 2', '<![CDATA[Words 2]]>]]>') },
  { does: 'junk before the declaration', to: (text) => `\n\n<!-- cached -->\n${text}` },
  { does: 'a PHP warning before it', to: (text) => `Warning: something in line 3\n${text}` },
  { does: 'junk after the end', to: (text) => `${text}\n<script>count()</script><p>served in 3 ms</p>` },
  { does: 'control characters', to: (text) => text.replaceAll('Words', 'Wo\u0000\u0001\u000brds') },
  { does: 'no declaration', to: (text) => text.replace(/<\?xml.*?\?>\n/, '') },
  { does: 'two declarations', to: (text) => `<?xml version="1.0"?>${text}` },
  { does: 'attributes without quotes', to: (text) => text.replace(/version="2.0"/, 'version=2.0').replace(/href="([^"]+)"\/>/g, 'href=$1 />') },
  { does: 'tags in capitals', to: (text) => text.replace(/<(\/?)(item|entry|title|link)\b/g, (_, slash: string, name: string) => `<${slash}${name.toUpperCase()}`) },
  { does: 'undeclared prefixes', to: (text) => text.replace(/ xmlns:dc="[^"]+"/, '').replaceAll('Words', 'Words</description><dc:creator>Ann</dc:creator><description>').replace(/<summary>Words<\/description>.*?<description>/g, '<summary>') },
  { does: 'a stray closing tag', to: (text) => text.replace('Words 2', 'Words 2</b></i>') },
  { does: 'HTML not escaped', to: (text) => text.replaceAll('Words', '<p>Words<br>and <b>more</p>') },
  { does: 'wrong character set stated', to: (text) => Buffer.from(text.replace('utf-8', 'us-ascii').replaceAll('Words', 'Wörds')) },
  { does: 'an unknown character set stated', to: (text) => text.replace('utf-8', 'x-unknown-9') },
  { does: 'latin-1 bytes called UTF-8', to: (text) => Buffer.from(text.replaceAll('Words', 'Wörds'), 'latin1') },
  { does: 'UTF-16 without a mark', to: (text) => Buffer.from(text.replace('utf-8', 'utf-16'), 'utf16le') },
  { does: 'a byte-order mark twice', to: (text) => `\ufeff\ufeff${text}` },
  { does: 'dates that are none', to: (text) => text.replace(/\d\d Mar 2026 08:00:00 GMT|2026-03-0\dT08:00:00Z/g, 'yesterday-ish') },
  { does: 'empty items between', to: (text) => text.replace(/\n<(item|entry)/g, '\n<$1></$1><$1') },
  { does: 'a comment with two hyphens', to: (text) => text.replace(third, `<!-- a -- b -->${third}`) },
  { does: 'a DOCTYPE with entities', to: (text) => text.replace('?>\n', '?>\n<!DOCTYPE x [<!ENTITY a "b"><!ENTITY c SYSTEM "file:///etc/hostname">]>\n').replace('Words 1', 'Words &c; 1') },
] // prettier-ignore

const at = { url: 'https://p.example/feed' }
const KINDS: Kind[] = ['rss', 'atom', 'rdf']

function itemsRead(damage: Damage, kind: Kind): string[] {
  try {
    return readFeed(damage.to(feedOf(kind)), at).items.map((item) => item.title ?? '')
  } catch {
    return []
  }
}

/** Share of damaged feeds in which every item that a person could read is read. JSON is not among them: a damaged one is refused. */
const WANTED = 0.98

it(`reads every readable item in at least ${WANTED * 100}% of ${DAMAGES.length} kinds of damage in ${KINDS.length} formats`, () => {
  const runs = DAMAGES.flatMap((damage) => KINDS.map((kind) => ({ damage, kind, found: itemsRead(damage, kind) })))
  const failed = runs.filter(({ damage, found }) =>
    Array.from({ length: damage.left ?? COUNT }, (_, index) => title(index)).some((one) => !found.some((text) => text.startsWith(one))),
  )
  console.info(
    `damaged feeds: ${runs.length - failed.length} of ${runs.length} whole${failed.map(({ damage, kind, found }) => `\n  ${kind}, ${damage.does}: ${found.length} items`).join('')}`,
  )
  expect((runs.length - failed.length) / runs.length).toBeGreaterThanOrEqual(WANTED)
})
