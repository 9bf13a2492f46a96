export interface Word {
  text: string
  /** UTF-16 offset of the first unit. */
  start: number
  /** UTF-16 offset behind the last unit. */
  end: number
}

// One segmenter a language for the life of the module: making one costs more than cutting a headline.
const segmenters = new Map<string, Intl.Segmenter>()

// Signs for which Annex 29's rules are few enough to follow by hand (WB5 to WB13b): letters joined by one of
// . ' ‘ ’ : · and figures by one of . , ; ' ‘ ’ stay one word. The platform's segmenter is right about
// everything and sixteen times slower.
const LETTER = 1
const FIGURE = 2
const JOINER = 3
const BETWEEN_LETTERS = 4
const BETWEEN_FIGURES = 5
const BETWEEN_BOTH = 6
const OTHER = 7
const KINDS: [kind: number, signs: RegExp][] = [
  [
    LETTER,
    new RegExp(
      `[A-Za-zµÀ-ÖØ-öø-ɏ${[
        '\\u0370-\\u0374\\u0376\\u0377\\u037a-\\u037d\\u037f\\u0386\\u0388-\\u038a\\u038c',
        '\\u038e-\\u03a1\\u03a3-\\u03f5\\u03f7-\\u0481\\u048a-\\u052f',
      ].join('')}]`,
    ),
  ],
  [FIGURE, /[0-9]/],
  [JOINER, /[_]/],
  [BETWEEN_LETTERS, /[:·]/],
  [BETWEEN_FIGURES, /[,;]/],
  [BETWEEN_BOTH, /[.'‘’]/],
  [OTHER, /[ \n\t\r\u00a0!-/@[-^`{-~¡-©«¬®-¶¹»-¿×÷<=>?–—‚“”„…€→]/],
]
/** A sign that is left to the platform. */
const ODD = new RegExp(`[^${KINDS.map(([, { source }]) => source.slice(1, -1)).join('')}]`, 'g')
/** The kind of each sign by its number; 0 for one that is left to the platform. */
const KIND_OF = Uint8Array.from(
  { length: 0x2200 },
  (_, code) => KINDS.find(([, signs]) => signs.test(String.fromCharCode(code)))?.[0] ?? 0,
)

/**
 * The words of a text in reading order, cut by Unicode Annex 29 (with the platform's dictionaries for
 * languages written without spaces). Punctuation and blanks are not words; a number is.
 */
export function words(text: string, language: string | null = null): Word[] {
  const found: Word[] = []
  eachWord(text, language, (word, start, end) => found.push({ text: word, start, end }))
  return found
}

/** Goes through the words that `words` gives, without a list of them. */
export function eachWord(
  text: string,
  language: string | null,
  visit: (word: string, start: number, end: number) => void,
): void {
  let done = 0
  // Blanks part words whatever stands beside them, so the platform is asked for no more than the stretches it
  // is needed for.
  for (const [from, to] of oddStretches(text)) {
    eachPlainWord(text, done, from, visit)
    for (const { text: word, start, end } of segmentedWords(text.slice(from, to), language))
      visit(word, from + start, from + end)
    done = to
  }
  eachPlainWord(text, done, text.length, visit)
}

/**
 * The stretches between blanks that hold a sign which is left to the platform; those beside each other as
 * one.
 */
function oddStretches(text: string): [from: number, to: number][] {
  const found: [number, number][] = []
  ODD.lastIndex = 0
  for (let match = ODD.exec(text); match; match = ODD.exec(text)) {
    let from = match.index
    while (from > 0 && !isBlank(text, from - 1)) from--
    let to = match.index + 1
    while (to < text.length && !isBlank(text, to)) to++
    const last = found.at(-1)
    if (last && text.slice(last[1], from).trim() === '') last[1] = to
    else found.push([from, to])
    ODD.lastIndex = to
  }
  return found
}

const isBlank = (text: string, at: number): boolean => /[ \n\t\r\u00a0]/.test(text[at]!)

function eachPlainWord(
  text: string,
  from: number,
  to: number,
  visit: (word: string, start: number, end: number) => void,
): void {
  let at = from
  while (at < to) {
    let last = KIND_OF[text.charCodeAt(at)]!
    if (last > JOINER) {
      at++
      continue
    }
    const start = at
    let saysSomething = false
    for (;;) {
      if (last !== JOINER) saysSomething = true
      if (++at === to) break
      const next = KIND_OF[text.charCodeAt(at)]!
      if (next <= JOINER) last = next
      else if (at + 1 === to || KIND_OF[text.charCodeAt(at + 1)] !== last || !isBetween(next, last)) break
      else at++
    }
    if (saysSomething) visit(text.slice(start, at), start, at)
  }
}

/** Whether a sign keeps two letters, or two figures, together. */
const isBetween = (sign: number, kind: number): boolean =>
  kind === LETTER
    ? sign === BETWEEN_LETTERS || sign === BETWEEN_BOTH
    : kind === FIGURE && (sign === BETWEEN_FIGURES || sign === BETWEEN_BOTH)

/** A joiner that joins nothing is no word. */
const isJoiner = (text: string): boolean => text.startsWith('_') && !/[\p{L}\p{N}]/u.test(text)

/** As the platform cuts them; `words` gives the same, faster. */
export function segmentedWords(text: string, language: string | null): Word[] {
  const found: Word[] = []
  for (const part of segmenter(language).segment(text)) {
    if (!part.isWordLike || isJoiner(part.segment)) continue
    found.push({ text: part.segment, start: part.index, end: part.index + part.segment.length })
  }
  return found
}

function segmenter(language: string | null): Intl.Segmenter {
  const key = language ?? 'und'
  let known = segmenters.get(key)
  if (!known) {
    known = new Intl.Segmenter(isLanguageTag(key) ? key : 'und', { granularity: 'word' })
    segmenters.set(key, known)
  }
  return known
}

function isLanguageTag(tag: string): boolean {
  try {
    return Intl.getCanonicalLocales(tag).length === 1
  } catch {
    return false
  }
}
