/** What a page's JSON-LD (https://json-ld.org, https://schema.org) says, as it stands there. */
export interface LinkedData {
  title: string | null
  description: string | null
  author: string | null
  siteName: string | null
  publishedAt: string | null
  language: string | null
  pictures: { url: string; width: number | null; height: number | null }[]
  video: { url: string; duration: string | null; still: string | null } | null
}

type Node = Record<string, unknown>

/** Things within things that are read, and things in all: a page may nest them without end. */
const DEEPEST = 8
const MOST_NODES = 1_000
/** Kinds of things that are what a page is about; pages, sites and crumbs are round about it. */
const WORKS = new RegExp(
  [
    '(?:Article|Posting|Report|Review|Recipe|Event|Product|Book|Movie|HowTo',
    '|Course|Dataset|PodcastEpisode|PodcastSeries)$',
  ].join(''),
)

const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null

/** Reads scripts of JSON-LD; what is no JSON says nothing. */
export function readLinkedData(scripts: string[]): LinkedData {
  const nodes = scripts.flatMap(nodesIn)
  const works = nodes.filter((node) => typesOf(node).some((type) => WORKS.test(type)))
  const pages = nodes.filter((node) => typesOf(node).includes('WebPage'))
  const sites = nodes.filter((node) => typesOf(node).includes('WebSite'))
  const video = nodes.find((node) => typesOf(node).includes('VideoObject'))
  const first = (from: Node[], ...names: string[]): string | null => {
    for (const node of from) for (const name of names) if (textOf(node[name])) return textOf(node[name])
    return null
  }
  const about = [...works, ...pages]
  return {
    title:
      first(works, 'headline', 'name') ?? first(video ? [video] : [], 'name') ?? first(pages, 'headline'),
    description: first(about, 'description'),
    author: works.map((node) => nameOf(node['author'])).find((name) => name !== null) ?? null,
    siteName: works.map((node) => nameOf(node['publisher'])).find(Boolean) ?? first(sites, 'name'),
    publishedAt: first(about, 'datePublished', 'uploadDate'),
    language: first(about, 'inLanguage'),
    pictures: [...works, ...pages].flatMap((node) => picturesOf(node['image'] ?? node['thumbnailUrl'])),
    video: video ? videoOf(video) : null,
  }
}

function nodesIn(script: string): Node[] {
  let value: unknown
  try {
    // Some pages wrap their data in marks of comments (common practice of old).
    value = JSON.parse(script.replace(/^\s*(?:<!--|\/\*<!\[CDATA\[\*\/)|(?:-->|\/\*\]\]>\*\/)\s*$/g, ''))
  } catch {
    return []
  }
  const nodes: Node[] = []
  const visit = (item: unknown, depth: number): void => {
    if (depth > DEEPEST || nodes.length >= MOST_NODES || !isNode(item)) return
    if (Array.isArray(item)) return item.forEach((inner) => visit(inner, depth + 1))
    if (item['@type'] !== undefined) nodes.push(item)
    for (const inner of Object.values(item)) visit(inner, depth + 1)
  }
  visit(value, 0)
  return nodes
}

const typesOf = (node: Node): string[] =>
  [node['@type']].flat().flatMap((type) => (typeof type === 'string' ? [type] : []))

const textOf = (value: unknown): string | null => {
  const [first] = [value].flat()
  return typeof first === 'string' && first.trim() !== '' ? first : null
}

/** Who is named: a text, one thing with a name, or several. */
function nameOf(value: unknown): string | null {
  const names = [value].flat().flatMap((item) => {
    const name = isNode(item) ? textOf(item['name']) : textOf(item)
    return name && !/^https?:/i.test(name) ? [name.trim()] : []
  })
  return names.length === 0 ? null : [...new Set(names)].slice(0, 5).join(', ')
}

function picturesOf(value: unknown): LinkedData['pictures'] {
  return [value].flat().flatMap((item) => {
    const url = isNode(item) ? textOf(item['url'] ?? item['contentUrl']) : textOf(item)
    const size = (name: string): number | null => {
      const given = isNode(item) ? Number(item[name]) : Number.NaN
      return Number.isFinite(given) && given > 0 ? Math.round(given) : null
    }
    return url ? [{ url, width: size('width'), height: size('height') }] : []
  })
}

function videoOf(node: Node): LinkedData['video'] {
  const url = textOf(node['embedUrl']) ?? textOf(node['contentUrl']) ?? textOf(node['url'])
  const still = picturesOf(node['thumbnailUrl'] ?? node['thumbnail'])[0]?.url ?? null
  return url ? { url, duration: textOf(node['duration']), still } : null
}
