// Feeds damaged in ways that are met in the world: whatever a person could still read in them must be read.
import { expect, it } from 'vitest'
import { readFeed } from '#core/feed'

const COUNT = 6
type Kind = 'rss' | 'atom' | 'rdf' | 'json'
type XmlKind = Exclude<Kind, 'json'>
const title = (at: number): string => `Item number ${at}`

function feedOf(kind: Kind): string {
  if (kind === 'json') return jsonFeed()
  const items = Array.from({ length: COUNT }, (_, at) => itemOf(kind, at)).join('\n')
  if (kind === 'atom')
    return `<?xml version="1.0" encoding="utf-8"?>\n<feed xmlns="http://www.w3.org/2005/Atom"><title>Feed</title><id>urn:f</id><updated>2026-03-01T00:00:00Z</updated>\n${items}\n</feed>`
  if (kind === 'rdf')
    return `<?xml version="1.0" encoding="utf-8"?>\n<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns="http://purl.org/rss/1.0/" xmlns:dc="http://purl.org/dc/elements/1.1/"><channel rdf:about="https://p.example/"><title>Feed</title><link>https://p.example/</link></channel>\n${items}\n</rdf:RDF>`
  return `<?xml version="1.0" encoding="utf-8"?>\n<rss version="2.0" xmlns:dc="http://purl.org/dc/elements/1.1/"><channel><title>Feed</title><link>https://p.example/</link>\n${items}\n</channel></rss>`
}

function jsonFeed(): string {
  const items = Array.from({ length: COUNT }, (_, at) => ({
    id: `urn:${at}`, url: `https://p.example/${at}`, title: title(at), content_text: `Words ${at}`, date_published: `2026-03-0${at + 1}T08:00:00Z`,
  })) // prettier-ignore
  return JSON.stringify(
    {
      version: 'https://jsonfeed.org/version/1.1',
      title: 'Feed',
      home_page_url: 'https://p.example/',
      items,
    },
    null,
    1,
  )
}

function itemOf(kind: XmlKind, at: number): string {
  const link = `https://p.example/${at}`
  if (kind === 'atom')
    return `<entry><id>urn:${at}</id><title>${title(at)}</title><link href="${link}"/><updated>2026-03-0${at + 1}T08:00:00Z</updated><summary>Words ${at}</summary></entry>`
  if (kind === 'rdf')
    return `<item rdf:about="${link}"><title>${title(at)}</title><link>${link}</link><description>Words ${at}</description><dc:date>2026-03-0${at + 1}T08:00:00Z</dc:date></item>`
  return `<item><title>${title(at)}</title><link>${link}</link><guid>${link}</guid><description>Words ${at}</description><pubDate>0${at + 1} Mar 2026 08:00:00 GMT</pubDate></item>`
}

interface Damage {
  action: string
  /** The formats it can happen to; all three of XML, where nothing is said. */
  of?: Kind[]
  to: (text: string) => string | Uint8Array
  /** Items that can still be read; all, where nothing is said. */
  left?: number
}
const third = title(2)
const DAMAGES: Damage[] = [
  { action: 'cut in the fifth item', to: (text) => text.slice(0, text.indexOf(title(4)) + 6), left: 4 },
  { action: 'cut between items', to: (text) => text.slice(0, text.indexOf('\n', text.indexOf(title(3)))), left: 4 },
  { action: 'last closing tags missing', to: (text) => text.replace(/<\/(channel|feed|rss|rdf:RDF)>/g, '') },
  { action: 'bare ampersands', to: (text) => text.replaceAll('Words', 'Salt & pepper &c') },
  { action: 'unknown entities', to: (text) => text.replaceAll('Words', 'Caf&eacute; &nbsp;&bogus; words') },
  { action: 'a bare < in a title', to: (text) => text.replace(third, `${third} < 5`) },
  { action: 'a title not closed', to: (text) => text.replace(`${third}</title>`, third) },
  { action: 'CDATA not closed', to: (text) => text.replace('Words 5', '<![CDATA[Words 5'), left: 6 },
  { action: 'CDATA closed twice', to: (text) => text.replace('Words 2', '<![CDATA[Words 2]]>]]>') },
  { action: 'junk before the declaration', to: (text) => `\n\n<!-- cached -->\n${text}` },
  { action: 'a PHP warning before it', to: (text) => `Warning: something in line 3\n${text}` },
  { action: 'junk after the end', to: (text) => `${text}\n<script>count()</script><p>served in 3 ms</p>` },
  { action: 'control characters', to: (text) => text.replaceAll('Words', 'Wo\u0000\u0001\u000brds') },
  { action: 'no declaration', to: (text) => text.replace(/<\?xml.*?\?>\n/, '') },
  { action: 'two declarations', to: (text) => `<?xml version="1.0"?>${text}` },
  { action: 'attributes without quotes', to: (text) => text.replace(/version="2.0"/, 'version=2.0').replace(/href="([^"]+)"\/>/g, 'href=$1 />') },
  { action: 'tags in capitals', to: (text) => text.replace(/<(\/?)(item|entry|title|link)\b/g, (_, slash: string, name: string) => `<${slash}${name.toUpperCase()}`) },
  { action: 'undeclared prefixes', to: (text) => text.replace(/ xmlns:dc="[^"]+"/, '').replaceAll('Words', 'Words</description><dc:creator>Ann</dc:creator><description>').replace(/<summary>Words<\/description>.*?<description>/g, '<summary>') },
  { action: 'a stray closing tag', to: (text) => text.replace('Words 2', 'Words 2</b></i>') },
  { action: 'HTML not escaped', to: (text) => text.replaceAll('Words', '<p>Words<br>and <b>more</p>') },
  { action: 'wrong character set stated', to: (text) => Buffer.from(text.replace('utf-8', 'us-ascii').replaceAll('Words', 'Wörds')) },
  { action: 'an unknown character set stated', to: (text) => text.replace('utf-8', 'x-unknown-9') },
  { action: 'latin-1 bytes called UTF-8', to: (text) => Buffer.from(text.replaceAll('Words', 'Wörds'), 'latin1') },
  { action: 'UTF-16 without a mark', to: (text) => Buffer.from(text.replace('utf-8', 'utf-16'), 'utf16le') },
  { action: 'a byte-order mark twice', to: (text) => `\ufeff\ufeff${text}` },
  { action: 'dates that are none', to: (text) => text.replace(/\d\d Mar 2026 08:00:00 GMT|2026-03-0\dT08:00:00Z/g, 'yesterday-ish') },
  { action: 'empty items between', to: (text) => text.replace(/\n<(item|entry)/g, '\n<$1></$1><$1') },
  { action: 'a comment with two hyphens', to: (text) => text.replace(third, `<!-- a -- b -->${third}`) },
  { action: 'a namespace prefix for everything', to: (text) => text.replace(/<(\/?)(item|entry|title|link|guid|id|updated|summary|description|feed|rss|channel)\b/g, '<$1x:$2').replace(/xmlns="([^"]+)"/, 'xmlns:x="$1"'), of: ['atom', 'rdf'] },
  { action: 'closing tags in the wrong order', to: (text) => text.replaceAll(/<\/(item|entry)>\n/g, '</b></$1></p>\n') },
  { action: 'a closing tag of the feed after each item', to: (text) => text.replace('\n</channel></rss>', '</rss>').replace('\n</feed>', '') },
  { action: 'an item inside an item', to: (text) => text.replace(/<\/(item|entry)>\n(?=.*number 3)/, '\n') },
  { action: 'an unquoted attribute with a slash', to: (text) => text.replace(/<(title)>/g, '<$1 type=text/plain>') },
  { action: 'windows line ends and tabs', to: (text) => text.replaceAll('\n', '\r\n\t') },
  { action: 'text/html wrapped round it', to: (text) => `<html><body>${text.replace(/<\?xml.*?\?>\n/, '')}</body></html>` },
  { action: 'cut in the fifth item, JSON', to: (text) => text.slice(0, text.indexOf(title(4)) + 6), left: 4, of: ['json'] },
  { action: 'a comma too many', to: (text) => text.replaceAll('},', '},,').replaceAll('"\n', '",\n'), of: ['json'] },
  { action: 'commas missing', to: (text) => text.replaceAll('},\n', '}\n'), of: ['json'] },
  { action: 'bare line breaks in a text', to: (text) => text.replaceAll('Words', 'Wo\nrds\t'), of: ['json'] },
  { action: 'single quotes', to: (text) => text.replaceAll('"', "'"), of: ['json'] },
  { action: 'names without quotes', to: (text) => text.replace(/"(id|url|title)":/g, '$1:'), of: ['json'] },
  { action: 'comments', to: (text) => text.replace('{', '{ /* cached */').replaceAll('},', '}, // next\n'), of: ['json'] },
  { action: 'a mark before it and NULs behind', to: (text) => `\ufeff${text}\0\0`, of: ['json'] },
  { action: 'words behind it', to: (text) => `${text}\n<!-- served in 3 ms -->`, of: ['json'] },
  { action: 'quotes in a text not escaped', to: (text) => text.replace('Words 2', 'Wo"r"ds 2'), of: ['json'] },
  { action: 'last brackets missing', to: (text) => text.trimEnd().replace(/\s*\]\s*\}$/, ''), of: ['json'] },
  { action: 'latin-1 bytes', to: (text) => Buffer.from(text.replaceAll('Words', 'Wörds'), 'latin1'), of: ['json'] },
  { action: 'UTF-16', to: (text) => Buffer.from(text, 'utf16le'), of: ['json'] },
  { action: 'a callback round it', to: (text) => `callback(${text});`, of: ['json'] },
  { action: 'numbers as ids', to: (text) => text.replace(/"urn:(\d)"/g, '$1'), of: ['json'] },
  { action: 'items that are none between', to: (text) => text.replace('"items": [', '"items": [null, 7, "x", {}, '), of: ['json'] },
  { action: 'wrong kinds of values', to: (text) => text.replace('"title": "Feed"', '"title": ["Feed"]').replaceAll('"content_text": "Words', '"tags": "none", "attachments": {}, "authors": "Ann", "content_text": "Words'), of: ['json'] },
  { action: 'an undefined value', to: (text) => text.replace('"Words 1"', 'undefined').replace('"Words 2"', 'NaN'), of: ['json'] },
  { action: 'a DOCTYPE with entities', to: (text) => text.replace('?>\n', '?>\n<!DOCTYPE x [<!ENTITY a "b"><!ENTITY c SYSTEM "file:///etc/hostname">]>\n').replace('Words 1', 'Words &c; 1') },
] // prettier-ignore

const at = { url: 'https://p.example/feed' }
const XML: Kind[] = ['rss', 'atom', 'rdf']
const kindsOf = (damage: Damage): Kind[] => damage.of ?? XML

function itemsRead(damage: Damage, kind: Kind): string[] {
  try {
    return readFeed(damage.to(feedOf(kind)), at).items.map((item) => item.title ?? '')
  } catch {
    return []
  }
}

/** Share of damaged feeds in which every item that a person could read is read. */
const WANTED = 0.98

it(`reads every readable item in at least ${WANTED * 100}% of ${DAMAGES.length} kinds of damage`, () => {
  const runs = DAMAGES.flatMap((damage) =>
    kindsOf(damage).map((kind) => ({ damage, kind, found: itemsRead(damage, kind) })),
  )
  const failed = runs.filter(({ damage, found }) =>
    Array.from({ length: damage.left ?? COUNT }, (_, index) => title(index)).some(
      (one) => !found.some((text) => text.startsWith(one)),
    ),
  )
  console.info(
    `damaged feeds: ${runs.length - failed.length} of ${runs.length} whole${failed.map(({ damage, kind, found }) => `\n  ${kind}, ${damage.action}: ${found.length} items`).join('')}`,
  )
  expect((runs.length - failed.length) / runs.length).toBeGreaterThanOrEqual(WANTED)
})
