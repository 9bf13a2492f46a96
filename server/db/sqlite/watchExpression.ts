import { fold, stemsInAnyLanguage } from '../../../core/text'
import { isInText, type Term, type WatchQuery } from '../../../core/watch'

/**
 * An FTS5 query that every article matches which a watch can match, and more; null where any article may. The index holds title and body
 * as they are, and beside them the stems of all words in the article's own language, with the author's names.
 */
export function watchExpression(query: WatchQuery): string | null {
  switch (query.kind) {
    case 'term':
      return isInText(query) ? termExpression(query) : null
    case 'and': {
      const parts = query.parts.flatMap((part) => watchExpression(part) ?? [])
      return parts.length === 0 ? null : bracketed(parts, 'AND')
    }
    case 'or': {
      const parts = query.parts.map(watchExpression)
      return parts.includes(null) ? null : bracketed(parts as string[], 'OR')
    }
    default:
      return null
  }
}

const bracketed = (parts: string[], by: 'AND' | 'OR'): string => (parts.length === 1 ? parts[0]! : `(${parts.join(` ${by} `)})`)
const quoted = (text: string): string => `"${text.replace(/"/g, '""')}"`

function termExpression({ words, exact, prefix }: Term): string | null {
  const parts = words.flatMap((word, at) => wordExpression(word, exact, prefix && at === words.length - 1) ?? [])
  return parts.length === 0 ? null : bracketed(parts, 'AND')
}

function wordExpression(word: string, exact: boolean, isBeginning: boolean): string | null {
  if (!exact && !isBeginning) return bracketed(stemsInAnyLanguage(word).map((stem) => `stems : ${quoted(stem)}`), 'OR') // prettier-ignore
  const folded = fold(word)
  // Where words are written without blanks the index holds them as one.
  if (!/^[\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}\p{N}'’.,]+$/u.test(folded)) return null
  const star = isBeginning ? ' *' : ''
  const forms = [...new Set([folded, folded.replace(/ss/g, 'ß')])].flatMap((form) => [
    `{title body} : ${quoted(form)}${star}`,
    `stems : ${quoted(form)}${star}`,
  ])
  // FTS5 cuts at these signs and the index holds the stems of the whole: what is before them is then a word of its own.
  return bracketed(forms, 'OR')
}
