import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'

const app = fileURLToPath(new URL('../../app', import.meta.url))
const views = readdirSync(app, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.vue'))

it.each(views)('%s takes its words from the catalogue', (file) => {
  const source = readFileSync(`${app}/${file}`, 'utf8')
  const template = source
    .slice(source.indexOf('<template>'))
    .replace(/<!--[\s\S]*?-->/g, '')
    .replace(/\{\{[\s\S]*?\}\}/g, '')
  const texts = [...template.matchAll(/>([^<>]*)</g)].map((match) => match[1]!.trim())
  const attributes = [...template.matchAll(/\s(?:title|aria-label|placeholder|alt|label)="([^"]*)"/g)].map(
    (match) => match[1]!,
  )
  expect([...texts, ...attributes].filter((text) => /\p{L}{2,}/u.test(text))).toEqual([])
})
