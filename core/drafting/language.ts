import { fold } from '../text/fold'
import { stopWords } from '../text/stopWords'
import { eachWord } from '../text/words'

/** Languages that are told apart. */
const KNOWN = ['de', 'en', 'es', 'fr', 'it', 'nl', 'pt', 'sv'] as const
/** Fewer words say nothing; and the first must be so much ahead of the language that is wanted. */
const LEAST_WORDS = 8
const AHEAD = 1.2
const LEAST_SHARE = 0.2

/**
 * The language a text seems to be in, where it is surely not the one that is wanted: by which words it is
 * joined with. Null where it is, or too little says so.
 */
export function otherLanguage(text: string, wanted: string): string | null {
  const code = wanted.slice(0, 2).toLowerCase()
  if (!KNOWN.some((one) => one === code)) return null
  const found: string[] = []
  eachWord(text, null, (word) => void (/\p{L}/u.test(word) && found.push(fold(word))))
  if (found.length < LEAST_WORDS) return null
  const shareOf = (language: string): number => {
    const joining = stopWords(language)
    return found.filter((word) => joining.has(word)).length / found.length
  }
  const own = shareOf(code)
  const [best] = KNOWN.map((language) => ({ language, share: shareOf(language) })).sort(
    (a, b) => b.share - a.share,
  )
  return best && best.language !== code && best.share >= LEAST_SHARE && best.share > own * AHEAD
    ? best.language
    : null
}
