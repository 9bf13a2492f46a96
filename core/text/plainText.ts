import { BLOCKS, HIDDEN } from './blocks'
import { scanHtml } from './scanHtml'

/**
 * The text a person reads in a piece of HTML: markup off, entities resolved, blanks folded, blocks on lines
 * of their own. Of HTML deeper than any honest one, what stands before that.
 */
export function plainText(html: string): string {
  let text = ''
  let hidden = 0
  scanHtml(html, {
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
  return text
    .replace(/[ \u00a0]+/g, ' ')
    .replace(/ ?\n[ \n]*/g, '\n')
    .trim()
}

/** Characters of HTML that are read for the beginning of its text. */
const BEGINNING = 4_000

/**
 * How the text of a piece of HTML begins, from its first 4,000 characters: cheap, however long the whole is.
 */
export const plainBeginning = (html: string): string => plainText(html.slice(0, BEGINNING))
