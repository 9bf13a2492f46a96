import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'

const css = readFileSync(new URL('../../app/assets/tokens.css', import.meta.url), 'utf8')

function tokens(block: string): Record<string, string> {
  const body = css.slice(css.indexOf('{', css.indexOf(block)))
  return Object.fromEntries(
    [...body.slice(0, body.indexOf('}')).matchAll(/--([a-z0-9-]+): (#[0-9a-f]{6})/g)].map((match) => [
      match[1]!,
      match[2]!,
    ]),
  )
}

/** WCAG 2.2, «relative luminance» and «contrast ratio». */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5]
    .map((at) => Number.parseInt(hex.slice(at, at + 2), 16) / 255)
    .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4)) as [
    number,
    number,
    number,
  ]
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}
function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number]
  return (light + 0.05) / (dark + 0.05)
}

const TEXT: [string, string][] = [
  ...['ink', 'ink-2', 'ink-3', 'act', 'ok', 'warn', 'bad'].flatMap((text) =>
    ['paper', 'sheet'].map((ground): [string, string] => [text, ground]),
  ),
  ['ink', 'well'],
  ['ink-2', 'well'],
  ['act', 'well'],
  ['on-act', 'act'],
  ['on-mark', 'mark'],
  ['sheet', 'ink'],
]

describe.each([
  ['light', tokens(':root {')],
  ['dark', tokens(":root[data-theme='dark'] {")],
])('%s theme', (name, colours) => {
  it.each(TEXT)('%s on %s can be read (WCAG 2.2 §1.4.3, 4.5:1)', (text, ground) => {
    expect(contrast(colours[text]!, colours[ground]!), name).toBeGreaterThanOrEqual(4.5)
  })

  it.each(Array.from({ length: 8 }, (_, at) => `pillar-${at + 1}`).concat('edge'))(
    '%s can be told from paper and sheet (§1.4.11, 3:1)',
    (ink) => {
      expect(contrast(colours[ink]!, colours['paper']!)).toBeGreaterThanOrEqual(3)
      expect(contrast(colours[ink]!, colours['sheet']!)).toBeGreaterThanOrEqual(3)
    },
  )
})

it('gives the system’s dark theme the colours of the chosen one', () => {
  expect(tokens(":root:not([data-theme='light']) {")).toEqual(tokens(":root[data-theme='dark'] {"))
})
