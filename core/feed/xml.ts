import type { ChildNode, Document, Element } from 'domhandler'
import { DomUtils } from 'htmlparser2'

/** The children elements of a node. */
export function elementsOf(node: Element | Document): Element[] {
  return node.children.filter(
    (child): child is Element => child.type === 'tag' || child.type === 'script' || child.type === 'style',
  )
}

/**
 * The first child element with one of these names, tried in order; names as `prefix:local` in this folder's
 * prefixes.
 */
export function child(node: Element, ...names: string[]): Element | null {
  const inside = elementsOf(node)
  for (const name of names) {
    const found = inside.find((element) => element.name === name)
    if (found) return found
  }
  return null
}

/** All children elements with this name. */
export function children(node: Element, name: string): Element[] {
  return elementsOf(node).filter((element) => element.name === name)
}

/** All children elements with this name, also those that stand in one before them that was not closed. */
export function childrenWithin(node: Element, name: string): Element[] {
  return children(node, name).flatMap((element) => [element, ...childrenWithin(element, name)])
}

function parentOf(element: Element): Element | null {
  const parent = element.parent
  return parent && parent.type === 'tag' ? parent : null
}

/** An element's text, trimmed; null when there is none. */
export function textOf(element: Element | null): string | null {
  if (!element) return null
  const text = DomUtils.textContent(element as ChildNode).trim()
  return text === '' ? null : text
}

/** The markup inside an element, as it would stand in an HTML page. */
export function markupOf(element: Element): string {
  return DomUtils.getInnerHTML(element as ChildNode, { xmlMode: false, decodeEntities: true })
}

/**
 * What an element holds as HTML: its text is markup that was escaped, and elements that were not escaped are
 * kept beside it.
 */
export function htmlInside(element: Element): string | null {
  if (elementsOf(element).length === 0) return textOf(element)
  const parts = element.children.map((node) =>
    DomUtils.isTag(node) ? DomUtils.getOuterHTML(node, { xmlMode: false }) : DomUtils.textContent(node),
  )
  return parts.join('').trim() || null
}

/** An attribute, trimmed; null when missing or empty. */
export function attribute(element: Element | null, name: string): string | null {
  const value = element?.attribs[name]?.trim()
  return value ? value : null
}

/** The base of relative addresses at an element: each `xml:base` above it in turn (RFC 3986 §5). */
export function baseOf(element: Element, documentUrl: string): string {
  const bases: string[] = []
  for (let node: Element | null = element; node; node = parentOf(node)) {
    const base = attribute(node, 'xml:base')
    if (base) bases.unshift(base)
  }
  return bases.reduce((known, base) => absoluteUrl(base, known) ?? known, documentUrl)
}

/** An http(s) address made absolute; null when it is none. */
export function absoluteUrl(url: string | null, base: string): string | null {
  if (!url) return null
  try {
    const parsed = new URL(url.trim(), base)
    return parsed.protocol === 'http:' || parsed.protocol === 'https:' ? parsed.href : null
  } catch {
    return null
  }
}
