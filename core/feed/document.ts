import { message } from '../messages'
import type { Message } from '../message'
import { DomHandler, type Element } from 'domhandler'
import { DomUtils, Parser } from 'htmlparser2'
import { declaredEntities, withPlainEntities } from './entities'
import { FeedError } from './errors'
import { Namespaces } from './namespaces'
import { elementsOf } from './xml'

/** Elements within elements that a feed may have; real ones stay under 30, deeper ones are made to harm. */
const DEEPEST = 250
/**
 * Items kept from the beginning and from the end of a document: feeds are newest first or, seldom, newest
 * last.
 */
const ITEMS_FROM_EACH_END = 1_000

// eslint-disable-next-line no-control-regex -- these are what XML 1.0 §2.2 forbids
const FORBIDDEN = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g
const BARE_AMPERSAND = /&(?!(?:[a-z][a-z0-9]*|#\d+|#x[0-9a-f]+);)/i

/**
 * The outermost elements of an XML document, read leniently: what is not closed is closed, what is forbidden
 * is left out, and each such repair is named. A whole document has one; a damaged one may have others before
 * it. Names of elements come with this folder's prefixes and, like those of attributes, in lower case.
 */
export function readDocument(text: string, repairs: Message[]): Element[] {
  const { rest, declared } = withoutType(withoutForbidden(text, repairs), repairs)
  const clean = withPlainEntities(rest, declared)
  const builder = new Builder()
  const parser = new Parser(builder, {
    xmlMode: true,
    decodeEntities: true,
    lowerCaseTags: true,
    lowerCaseAttributeNames: true,
  })
  parser.write(clean)
  const isCut = builder.depth > 0
  parser.end()
  repairs.push(...builder.repairs(isCut), ...repairsOfText(clean))
  return elementsOf(builder.root)
}

function withoutForbidden(text: string, repairs: Message[]): string {
  if (text.search(FORBIDDEN) < 0) return text
  repairs.push(message('feed.forbidden-characters'))
  return text.replace(FORBIDDEN, '')
}

/**
 * Characters in which a document type stands, if there is one, and of what stands in it before its own
 * declarations.
 */
const TYPE_WITHIN = 65_536
const NAME_WITHIN = 500

/**
 * The document without its type. Of the entities it declares only short plain texts are kept: expanding
 * others is how small documents are made huge or reach for files.
 */
function withoutType(text: string, repairs: Message[]): { rest: string; declared: Map<string, string> } {
  const none = { rest: text, declared: new Map<string, string>() }
  const head = text.slice(0, TYPE_WITHIN)
  const start = head.search(/<!DOCTYPE/i)
  if (start < 0) return none
  const name = head.slice(start, start + NAME_WITHIN)
  const open = name.search(/[>[]/)
  const close = open >= 0 && name[open] === '[' ? /\]\s*>/.exec(head.slice(start + open)) : null
  if (!close) return none
  const end = start + open + close.index + close[0].length
  const declared = declaredEntities(head.slice(start, end))
  if (!declared) repairs.push(message('feed.own-entities'))
  return { rest: text.slice(0, start) + text.slice(end), declared: declared ?? none.declared }
}

function repairsOfText(text: string): Message[] {
  const repairs: Message[] = []
  if (text.lastIndexOf('<![CDATA[') > text.lastIndexOf(']]>')) repairs.push(message('feed.cdata-open'))
  if (BARE_AMPERSAND.test(text) && BARE_AMPERSAND.test(text.replace(/<!\[CDATA\[[\s\S]*?(?:\]\]>|$)/g, '')))
    repairs.push(message('feed.bare-ampersands'))
  return repairs
}

/** Builds the document and refuses one that is deeper than any feed. */
class Builder extends DomHandler {
  depth = 0
  readonly #namespaces = new Namespaces()
  readonly #lastItems: Element[] = []
  #items = 0
  #notClosed = 0
  #wordsOutside = false
  /** Whether nothing has come since an element was opened: one that closes itself is closed at once. */
  #justOpened = false

  constructor() {
    super(undefined, { xmlMode: true })
  }

  override onopentag(name: string, attributes: Record<string, string>): void {
    this.depth++
    if (this.depth > DEEPEST) throw new FeedError('too-deep', message('feed.too-deep', { most: DEEPEST }))
    this.#justOpened = true
    super.onopentag(this.#namespaces.open(name, attributes), attributes)
  }

  override onclosetag(_name?: string, isImplied?: boolean): void {
    const element = this.tagStack.at(-1) as Element
    this.depth--
    if (isImplied && !this.#justOpened) this.#notClosed++
    this.#justOpened = false
    this.#namespaces.close(element.attribs)
    super.onclosetag()
    if (element.name === 'item' || element.name === 'entry' || element.name === 'atom:entry')
      this.#count(element)
  }

  override ontext(text: string): void {
    const isBlank = text.trim() === ''
    this.#justOpened = false
    if (this.depth === 0 && !isBlank) this.#wordsOutside = true
    // Blanks between items would outnumber everything else in a long feed.
    if (this.depth > 2 || !isBlank) super.ontext(text)
  }

  /** Of more items than anyone could read, those at the beginning and at the end are kept. */
  #count(item: Element): void {
    this.#items++
    if (this.#items <= ITEMS_FROM_EACH_END) return
    this.#lastItems.push(item)
    if (this.#lastItems.length > ITEMS_FROM_EACH_END) DomUtils.removeElement(this.#lastItems.shift()!)
  }

  repairs(isCut: boolean): Message[] {
    const repairs: Message[] = []
    if (isCut) repairs.push(message('feed.ends-early'))
    else if (this.#notClosed > 0) repairs.push(message('feed.not-closed'))
    if (this.#wordsOutside) repairs.push(message('feed.words-outside'))
    if (this.#items > 2 * ITEMS_FROM_EACH_END)
      repairs.push(message('feed.many-items', { items: this.#items, kept: ITEMS_FROM_EACH_END }))
    return repairs
  }
}
