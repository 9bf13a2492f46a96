import { Parser, type Handler, type ParserOptions } from 'htmlparser2'

/**
 * Elements within elements that are read: real pages stay under 100, and the parser's time grows with the
 * square of the depth.
 */
export const DEEPEST = 500
/** Attributes of one element that are read: documents are searched for one by going through all. */
const MOST_ATTRIBUTES = 500

class Stop extends Error {}
const STOP = new Stop()

/**
 * Goes through HTML (or, by its options, XML) and tells the handler what it meets. Ends where elements lie
 * deeper in each other, or have more attributes, than those of any honest document; false then. Its time
 * grows with the length alone.
 */
export function scanHtml(html: string, handler: Partial<Handler>, options?: ParserOptions): boolean {
  let depth = 0
  const parser: Parser = new Parser(
    {
      ...handler,
      onparserinit: (made) => handler.onparserinit?.(made),
      onopentag: (name, attributes, isImplied) => {
        if (++depth > DEEPEST || Object.keys(attributes).length > MOST_ATTRIBUTES) throw STOP
        handler.onopentag?.(name, attributes, isImplied)
      },
      onclosetag: (name, isImplied) => {
        depth--
        handler.onclosetag?.(name, isImplied)
      },
    },
    options,
  )
  try {
    parser.end(html)
    return true
  } catch (error) {
    if (error === STOP) return false
    throw error
  }
}

/** Whether elements lie deeper in each other, or have more attributes, than those of any honest page. */
export const isTooDeep = (html: string): boolean => !scanHtml(html, {})
