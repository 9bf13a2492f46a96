import { readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'
import { cpuTimeOf } from '../support/cpu'
import { nearMatches, patternsIn, patternsMadeBy, type Pattern } from '../support/patterns'

/**
 * Pieces of the longest text, and how long looking through it may take: linear patterns need a tenth of that.
 */
const LONGEST = 65_536
const MOST_MS = 100

/**
 * How long a pattern takes at worst on what nearly matches it, in milliseconds; ends as soon as it is too
 * long.
 */
function worst({ regex }: Pattern): { ms: number; text: string } {
  const all = new RegExp(regex.source, regex.flags.includes('g') ? regex.flags : `${regex.flags}g`)
  let found = { ms: 0, text: '' }
  for (const make of nearMatches(regex)) {
    // From short to long: what grows by doubling would never end on a long one.
    for (let length = 16; length <= LONGEST && found.ms <= MOST_MS; length *= length < 64 ? 1.25 : 4) {
      const text = make(Math.round(length))
      const ms = Math.min(took(all, text), took(all, text))
      if (ms > found.ms) found = { ms, text: `${text.slice(0, 20)}… ${text.length}` }
    }
  }
  return found
}

function took(regex: RegExp, text: string): number {
  return cpuTimeOf(() => {
    // eslint-disable-next-line @typescript-eslint/no-unused-vars -- matching is what is measured
    for (const match of text.matchAll(regex));
  })
}

const isSlow = (pattern: Pattern): boolean => worst(pattern).ms > MOST_MS

it('finds patterns that take the square of a text’s length, or worse', () => {
  const slow = [
    /^(?:<\?xml[^>]*>\s*)?(?:<!--[\s\S]*?-->\s*)*<svg[\s>]/i,
    /^(.*?)\s*\(([^)]+)\)$/,
    /#([\p{L}\p{Nd}_]*\p{L}[\p{L}\p{Nd}_]*)(?![\p{L}#])/gu,
    /-+$/,
  ]
  expect(slow.filter((regex) => !isSlow({ where: '', regex })).map(String)).toEqual([])
}, 60_000)

it('no pattern takes more than a text’s length', { timeout: 240_000 }, async () => {
  const core = fileURLToPath(new URL('../../core', import.meta.url))
  const made = await patternsMadeBy(async () => {
    for (const file of readdirSync(core, { recursive: true, encoding: 'utf8' }))
      if (file.endsWith('.ts')) await import(`${core}/${file}`)
  })
  const patterns = [
    ...patternsIn(['core', 'server', 'shared', 'app']),
    ...made.filter(({ regex }) => regex.source.length < 20_000),
  ]
  expect(patterns.length).toBeGreaterThan(120)
  const slow = patterns.flatMap((pattern) => {
    const { ms, text } = worst(pattern)
    return ms > MOST_MS
      ? [
          `${pattern.where} ${String(pattern.regex).slice(0, 80)}: ${Math.round(ms)} ms for ${JSON.stringify(text)}`,
        ]
      : []
  })
  expect(slow).toEqual([])
})
