import { Parser } from 'htmlparser2'

const BLOCKS = new Set([
  'address', 'article', 'aside', 'blockquote', 'br', 'dd', 'div', 'dl', 'dt', 'figcaption', 'figure', 'footer', 'h1', 'h2', 'h3', 'h4',
  'h5', 'h6', 'header', 'hr', 'li', 'main', 'nav', 'ol', 'p', 'pre', 'section', 'table', 'td', 'th', 'tr', 'ul',
]) // prettier-ignore
const HIDDEN = new Set(['script', 'style', 'template', 'noscript'])

/** The text a person reads in a piece of HTML: markup off, entities resolved, blanks folded, blocks on lines of their own. */
export function plainText(html: string): string {
  let text = ''
  let hidden = 0
  const parser = new Parser({
    onopentag: (name) => {
      if (HIDDEN.has(name)) hidden++
      if (BLOCKS.has(name)) text += '\n'
    },
    ontext: (data) => {
      if (hidden === 0) text += data.replace(/\s+/g, ' ')
    },
    onclosetag: (name) => {
      if (HIDDEN.has(name)) hidden--
      if (BLOCKS.has(name)) text += '\n'
    },
  })
  parser.end(html)
  return text
    .replace(/[ \u00a0]+/g, ' ')
    .replace(/ ?\n[ \n]*/g, '\n')
    .trim()
}
