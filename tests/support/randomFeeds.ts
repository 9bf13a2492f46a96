// Feeds made from a seed, with the parts that feeds have put together by chance.
export type FeedKind = 'rss' | 'atom' | 'rdf'
export type Chance = () => number

/** Numbers from 0 up to 1, the same for the same seed (mulberry32, public domain). */
export function chanceFrom(seed: number): Chance {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = Math.imul(state ^ (state >>> 15), state | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

export const pick = <T>(chance: Chance, from: readonly T[]): T => from[Math.floor(chance() * from.length)]!
const maybe = (chance: Chance, share: number, text: string): string => (chance() < share ? text : '')

const WORDS = [
  'lamp',
  'harbour',
  'comet',
  'Ångström',
  'naïve',
  'tide',
  'roof',
  '“glow”',
  'shade',
  'Österlen',
  'moth',
  'звезда',
  'mast',
  'wolkig',
  'été',
  '彗星',
] as const
export const sentence = (chance: Chance, words: number): string =>
  Array.from({ length: words }, () => pick(chance, WORDS)).join(' ')

const escape = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')

/** HTML with links and pictures, some of them relative. */
export function someHtml(chance: Chance, paragraphs: number): string {
  const one = (): string =>
    `<p>${sentence(chance, 6)} &amp; <a href="${pick(chance, ['notes/7', '/about', 'https://other.example/x?a=1&amp;b=2', '../up'])}">${sentence(chance, 2)}</a>. ${maybe(chance, 0.3, '<img src="pictures/a.png" alt="A lamp">')}</p>`
  return Array.from({ length: paragraphs }, one).join('')
}

function title(chance: Chance, at: number): string {
  const text = `${sentence(chance, 4)} ${at}`
  return pick(chance, [escape(text), `<![CDATA[${text}]]>`, escape(`${text} & more`), `  ${escape(text)}\n `])
}

const twoDigits = (value: number): string => String(value).padStart(2, '0')

function rfc822(chance: Chance, day: number): string {
  const clock = `${twoDigits(Math.floor(chance() * 24))}:${twoDigits(Math.floor(chance() * 60))}:09`
  return `${pick(chance, ['Mon, ', ''])}${twoDigits(day)} Mar 2026 ${clock} ${pick(chance, ['GMT', '+0200', '-0500', 'EST'])}`
}

const iso = (chance: Chance, day: number): string =>
  `2026-03-${twoDigits(day)}T0${Math.floor(chance() * 10)}:15:00${pick(chance, ['Z', '+02:00', '-05:00', '.25Z'])}`

function rssItem(chance: Chance, at: number, kind: 'rss' | 'rdf'): string {
  const link = pick(chance, [`https://paper.example/a/${at}`, `a/${at}?x=1&amp;y=2`])
  const guid = pick(chance, [
    '',
    `<guid isPermaLink="false">item-${at}</guid>`,
    `<guid>https://paper.example/a/${at}</guid>`,
  ])
  const date =
    kind === 'rdf'
      ? `<dc:date>${iso(chance, 1 + (at % 28))}</dc:date>`
      : maybe(chance, 0.9, `<pubDate>${rfc822(chance, 1 + (at % 28))}</pubDate>`)
  return `<item${kind === 'rdf' ? ` rdf:about="https://paper.example/a/${at}"` : ''}><title>${title(chance, at)}</title><link>${link}</link>${kind === 'rss' ? guid : ''}${date}
    ${maybe(chance, 0.6, `<dc:creator>${sentence(chance, 2)}</dc:creator>`)}${maybe(chance, 0.9, `<description>${pick(chance, [escape(sentence(chance, 12)), `<![CDATA[${someHtml(chance, 1)}]]>`, escape(someHtml(chance, 1))])}</description>`)}
    ${maybe(chance, 0.5, `<content:encoded><![CDATA[${someHtml(chance, 3)}]]></content:encoded>`)}${maybe(chance, 0.5, `<category>${sentence(chance, 1)}</category><category>${sentence(chance, 2)}</category>`)}
    ${kind === 'rss' ? maybe(chance, 0.3, `<enclosure url="https://paper.example/sound/${at}.mp3" type="audio/mpeg" length="${at * 1000}"/>`) : ''}</item>`
}

function atomEntry(chance: Chance, at: number): string {
  const base = maybe(chance, 0.3, ` xml:base="${pick(chance, ['deep/', 'https://elsewhere.example/x/'])}"`)
  const content = pick(chance, [
    `<content type="html">${escape(someHtml(chance, 2))}</content>`,
    `<content type="xhtml"><div xmlns="http://www.w3.org/1999/xhtml">${someHtml(chance, 2).replaceAll('A lamp">', 'A lamp"/>')}</div></content>`,
    `<content>${escape(sentence(chance, 20))}</content>`,
    '',
  ])
  return `<entry${base}><id>tag:paper.example,2026:${at}</id><title${pick(chance, ['', ' type="text"'])}>${title(chance, at)}</title>
    <link href="${pick(chance, [`/a/${at}`, `a/${at}`, `https://paper.example/a/${at}`])}"/>${maybe(chance, 0.3, `<link rel="enclosure" href="/sound/${at}.mp3" type="audio/mpeg"/>`)}
    <updated>${iso(chance, 1 + (at % 28))}</updated>${maybe(chance, 0.7, `<published>${iso(chance, 1 + (at % 28))}</published>`)}
    ${maybe(chance, 0.6, `<author><name>${sentence(chance, 2)}</name></author>`)}${maybe(chance, 0.6, `<summary>${escape(sentence(chance, 10))}</summary>`)}${content}
    ${maybe(chance, 0.5, `<category term="${sentence(chance, 1)}"/>`)}</entry>`
}

/** A whole feed of a kind. The same seed gives the same feed. */
export function randomFeed(kind: FeedKind, seed: number, items: number): string {
  const chance = chanceFrom(seed)
  if (kind === 'atom') {
    const base = maybe(
      chance,
      0.5,
      ` xml:base="${pick(chance, ['https://paper.example/', '/blog/', 'https://paper.example/x/y'])}"`,
    )
    return `<?xml version="1.0" encoding="utf-8"?>\n<feed xmlns="http://www.w3.org/2005/Atom"${base} xml:lang="${pick(chance, ['en', 'de', 'it'])}"><title>${title(chance, 0)}</title><id>urn:feed:${seed}</id><link href="${pick(chance, ['/', 'https://paper.example/', './'])}"/><updated>2026-03-01T00:00:00Z</updated>${Array.from({ length: items }, (_, at) => atomEntry(chance, at)).join('\n')}</feed>`
  }
  const body = Array.from({ length: items }, (_, at) => rssItem(chance, at, kind)).join('\n')
  const head = `<title>${title(chance, 0)}</title><link>https://paper.example/</link><description>${escape(sentence(chance, 5))}</description>`
  const spaces =
    'xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:content="http://purl.org/rss/1.0/modules/content/"'
  if (kind === 'rdf')
    return `<?xml version="1.0" encoding="utf-8"?>\n<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns="http://purl.org/rss/1.0/" ${spaces}><channel rdf:about="https://paper.example/">${head}</channel>${body}</rdf:RDF>`
  return `<?xml version="1.0" encoding="utf-8"?>\n<rss version="2.0" ${spaces}><channel>${head}<language>${pick(chance, ['en', 'en-GB', 'de'])}</language>${body}</channel></rss>`
}
