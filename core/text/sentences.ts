const segmenters = new Map<string, Intl.Segmenter>()
/** A full stop behind one of these ends no sentence, whatever Annex 29 makes of a capital behind it. */
const SHORTENED = /(?:^|[\s(])(?:[A-Z]|Dr|Mr|Mrs|Ms|Prof|St|No|Nr|Sr|Sra|approx|ca|cf|vs|e\.g|i\.e|z\.B)\.$/

/**
 * The sentences of a text in reading order (Unicode Annex 29, after usual abbreviations mended), trimmed. A
 * line break ends one.
 */
export function sentences(text: string, language: string | null = null): string[] {
  const code = language ?? 'und'
  const segmenter = segmenters.get(code) ?? new Intl.Segmenter(code, { granularity: 'sentence' })
  segmenters.set(code, segmenter)
  const found: string[] = []
  for (const line of text.split(/\n+/)) {
    let rest = ''
    const segments = [...segmenter.segment(line)].map(({ segment }) => segment)
    for (const [at, segment] of segments.entries()) {
      rest += segment
      // What goes on with a small letter is no new sentence: “Did you?” asked Ann.
      if (SHORTENED.test(rest.trimEnd()) || /^\p{Ll}/u.test(segments[at + 1] ?? '')) continue
      if (rest.trim() !== '') found.push(rest.trim())
      rest = ''
    }
    if (rest.trim() !== '') found.push(rest.trim())
  }
  return found
}
