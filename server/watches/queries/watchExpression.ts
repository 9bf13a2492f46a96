import { fold, stemsInLanguages } from '#core/text'
import { isInText, type Term, type WatchQuery } from '#core/watch'

/**
 * An FTS5 query that every article matches which a watch can match, and more; null where any article may. The
 * index holds title and body as they are, and beside them the stems of all words in the article's own
 * language, with the author's names.
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

const bracketed = (parts: string[], by: 'AND' | 'OR'): string =>
  parts.length === 1 ? parts[0]! : `(${parts.join(` ${by} `)})`
const quoted = (text: string): string => `"${text.replace(/"/g, '""')}"`

function termExpression(term: Term): string | null {
  const { words, exact, prefix, near } = term
  if (near === null && !prefix && !exact) return phraseOfStems(words)
  const parts = words.flatMap((word, at) => {
    const isBeginning = prefix && at === words.length - 1
    return exact || isBeginning ? (formExpression(word, isBeginning) ?? []) : phraseOfStems([word])
  })
  return parts.length === 0 ? null : bracketed(parts, 'AND')
}

/** Words side by side, as they stand in an article of each language. */
function phraseOfStems(words: string[]): string {
  const phrases = new Set(stemsInLanguages(words).map((stems) => stems.join(' ')))
  return bracketed(
    [...phrases].map((phrase) => `stems : ${quoted(phrase)}`),
    'OR',
  )
}

/** One form of a word, or words with a beginning; null where the index holds them otherwise than we do. */
function formExpression(word: string, isBeginning: boolean): string | null {
  const folded = fold(word)
  // Where words are written without blanks the index holds them as one; of other letters it does not fold all
  // that we do (Ё, Ά), which beginnings can't do without.
  const isPlain = /^[\p{Script=Latin}\p{N}'’.,]+$/u.test(folded)
  if (!isPlain && (isBeginning || !/^[\p{Script=Greek}\p{Script=Cyrillic}'’.,]+$/u.test(folded))) return null
  const star = isBeginning ? ' *' : ''
  const forms = [...new Set([folded, folded.replace(/ss/g, 'ß')])].flatMap((form) => [
    `{title body} : ${quoted(form)}${star}`,
    `stems : ${quoted(form)}${star}`,
  ])
  // A whole word is found by its stems too, which are made here: the index cuts a text its own way (km²).
  return bracketed(isBeginning ? forms : [...forms, phraseOfStems([word])], 'OR')
}
