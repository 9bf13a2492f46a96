import { BLOCKS, HIDDEN, scanHtml } from '../text'
import { canonicalUrl } from '../url'

/** Something that a letter leads to, with its words beside it. */
export interface LetterLink {
  url: string
  /** What its link says; null where that is no title. */
  title: string | null
  /** What stands with it; '' for nothing. */
  words: string
}

interface Anchor {
  url: string
  text: string
}
/** A paragraph, cell or entry of a letter. */
interface Block {
  text: string
  anchors: Anchor[]
}

const anyOf = (patterns: string[]): RegExp => new RegExp(patterns.join('|'), 'i')
/** Links of one letter that are taken. */
const MOST = 60
const LONGEST_TITLE = 300
const LONGEST_WORDS = 600
/** Links about the letter itself (common practice, in the languages its readers have). */
const ABOUT_LETTER = anyOf([
  'unsubscribe|opt[- ]?out|preferences|manage (?:your|my)|privacy|forward to',
  'view (?:it |this )?in (?:your |a )?browser|view online',
  'abmeld|abbestell|im browser|datenschutz',
  'd[ée]sabonn|d[ée]sinscri|confidentialit',
  'cancelar|darse de baja|afmelden|uitschrijven',
])
/** What a link says that is no title. */
const NO_TITLE = new RegExp(
  `^(?:(?:${[
    'read|learn|see|find out|view|show|open|continue|click|reading',
    'here|more|full|story|article|on|the|this|link',
    'weiter|lesen|mehr|lire|la|suite|leer|más|lees',
  ].join('|')})[\\s.…»>→]*)+$`,
  'i',
)

/**
 * The pages that a letter lists, in its order and each once: what each link says as the title, and as its
 * words what stands beside it, or below it up to the next link. Links about the letter itself, such as those
 * that end it, are left out.
 */
export function letterLinks(html: string): LetterLink[] {
  const blocks = blocksOf(html)
  const found = new Map<string, LetterLink>()
  blocks.forEach((block, at) => {
    if (isAboutLetter(block)) return
    for (const anchor of block.anchors) {
      const key = canonicalUrl(anchor.url)
      const known = found.get(key)
      if (!known && found.size >= MOST) continue
      found.set(
        key,
        merged(known, { url: anchor.url, title: titleOf(anchor), words: wordsOf(blocks, at, anchor) }),
      )
    }
  })
  return [...found.values()]
}

const isAboutLetter = ({ anchors }: Block): boolean =>
  anchors.some(({ url, text }) => ABOUT_LETTER.test(text) || /unsubscribe|opt-?out/i.test(url))

function titleOf({ url, text }: Anchor): string | null {
  const says = text.slice(0, 2_000).replace(/\s+/g, ' ').trim()
  const isAddress = /^(?:https?:\/\/|www\.)\S+$/i.test(says) || says === url
  return says.length < 3 || isAddress || NO_TITLE.test(says) ? null : says.slice(0, LONGEST_TITLE)
}

/**
 * A page that is linked several times, as by its picture, headline and text: the first that reads as a
 * headline is its title, what another says are its words.
 */
function merged(known: LetterLink | undefined, found: LetterLink): LetterLink {
  if (!known) return found
  const isTitled = isHeadline(known.title) || (known.title?.length ?? 0) >= (found.title?.length ?? 0)
  const other = isTitled ? found.title : known.title
  return {
    url: known.url,
    title: isTitled ? known.title : found.title,
    words: known.words || found.words || (other === known.title ? '' : (other ?? '')),
  }
}

const isHeadline = (title: string | null): boolean => (title?.split(' ').length ?? 0) >= 3

const wordsOf = (blocks: Block[], at: number, anchor: Anchor): string =>
  wordsBeside(blocks[at]!, anchor) || below(blocks, at)

/** What a block says besides its one link; where it holds several, nobody knows whose words they are. */
function wordsBeside({ text, anchors }: Block, { text: own }: Anchor): string {
  if (new Set(anchors.map(({ url }) => url)).size > 1) return ''
  return cut(text.replace(own, ' '))
}

/** What stands between a block and the next one with a link. */
function below(blocks: Block[], at: number): string {
  const texts: string[] = []
  for (const { text, anchors } of blocks.slice(at + 1, at + 4)) {
    if (anchors.length > 0) break
    texts.push(text)
  }
  return cut(texts.join(' '))
}

const cut = (text: string): string =>
  text
    .replace(/[([]\s?[)\]]/g, ' ')
    .replace(/\s+/g, ' ')
    .replace(/^[\s\-–—:|·•]+/, '')
    .replace(/[\s\-–—:|·•][.,;]?$/, '')
    .trim()
    .slice(0, LONGEST_WORDS)

/** An address in plain text, without the sign that ends its sentence. */
const ADDRESS = /https?:\/\/[^\s<>"]{1,2000}[^\s<>".,;:!?)\]}'’”]/gi

function blocksOf(html: string): Block[] {
  const blocks: Block[] = []
  let block: Block = { text: '', anchors: [] }
  let anchor: Anchor | null = null
  let hidden = 0
  const end = (): void => {
    if (block.text.trim() !== '' || block.anchors.some(({ text }) => text !== '')) blocks.push(block)
    block = { text: '', anchors: [] }
    // A link that goes over several blocks, as whole cards do, stands in each.
    if (anchor) block.anchors.push((anchor = { url: anchor.url, text: '' }))
  }
  scanHtml(html, {
    onopentag: (name, attributes) => {
      if (HIDDEN.has(name)) hidden++
      if (BLOCKS.has(name)) end()
      const url = name === 'a' ? webUrl(attributes['href']) : null
      if (url !== null) block.anchors.push((anchor = { url, text: '' }))
    },
    ontext: (data) => {
      if (hidden > 0) return
      block.text += data
      if (anchor) anchor.text += data
      else
        for (const [address] of data.matchAll(ADDRESS)) {
          const url = webUrl(address)
          if (url !== null) block.anchors.push({ url, text: address })
        }
    },
    onclosetag: (name) => {
      if (HIDDEN.has(name)) hidden--
      if (name === 'a') anchor = null
      if (BLOCKS.has(name)) end()
    },
  })
  end()
  return blocks
}

const webUrl = (text: string | undefined): string | null =>
  text !== undefined && /^https?:\/\//i.test(text.trim()) && URL.canParse(text.trim())
    ? new URL(text.trim()).href
    : null
