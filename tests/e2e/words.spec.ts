// The same demo in words that nobody speaks, longer than English: what is still said in English there is not
// said through the tables, and what no longer fits would not fit in German either.
import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { startServer } from '../../scripts/world.mjs'
import * as words from '#shared/words'
import { demoPlaces, expect, signIn, test as base } from './support'

const test = base.extend<object, { long: string }>({
  long: [
    // eslint-disable-next-line no-empty-pattern -- Playwright reads the fixtures' names from this pattern
    async ({}, use) => {
      const dataDir = mkdtempSync(join(tmpdir(), 'quill-long-'))
      const { standins, filled } = demoPlaces()
      cpSync(filled, dataDir, { recursive: true })
      const env = { QUILL_LOG: 'error', QUILL_WORDS: 'long' }
      const server = await startServer({ mailPort: 0, dataDir, standins, demo: true, env })
      await use(server.url)
      await server.stop()
      rmSync(dataDir, { recursive: true, force: true })
    },
    { scope: 'worker', timeout: 120_000 },
  ],
})

/** Every text of the tables that is one by itself; short ones are also words of other languages, and units. */
function textsOf(table: unknown): string[] {
  if (typeof table === 'string') return /[a-z]{3} ?[a-z]/.test(table) ? [table] : []
  return typeof table === 'object' && table !== null ? Object.values(table).flatMap(textsOf) : []
}
const ENGLISH = new Set(textsOf(words))
// A folder of the demo; and names of languages, which are the browser's own words.
ENGLISH.delete('Region')
for (const name of Object.values(words.wire.filters.languages)) ENGLISH.delete(name)

/** What stands on screen, is read out or shown as a hint: each text by itself. */
const shown = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const texts: string[] = []
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT | NodeFilter.SHOW_ELEMENT)
    while (walk.nextNode()) {
      const node = walk.currentNode
      if (node instanceof Text) {
        if (!/^(?:SCRIPT|STYLE|NOSCRIPT)$/.test(node.parentElement?.tagName ?? ''))
          texts.push(node.data.trim())
      } else if (node instanceof Element)
        for (const name of ['title', 'aria-label', 'placeholder', 'alt']) {
          const text = node.getAttribute(name)?.trim()
          if (text) texts.push(text)
        }
    }
    return texts.filter(Boolean)
  })

const SET_UP = [
  'brand',
  'pillars',
  'accounts',
  'sources',
  'watches',
  'tags',
  'capture',
  'writing',
  'notices',
  'you',
]
const PATHS = [
  '/day',
  '/wire',
  '/clippings',
  '/clippings?show=shelved',
  '/desk',
  '/desk/new',
  '/schedule',
  '/schedule?face=ahead',
  '/find?q=light',
  '/watch/new',
  '/capture',
  ...SET_UP.map((part) => `/set-up/${part}`),
]

test('every screen says its words through the tables, and longer ones fit', async ({ page, long }) => {
  test.setTimeout(180_000)
  await page.goto(`${long}/sign-in`)
  expect(ENGLISH.size).toBeGreaterThan(800)
  const found: Record<string, string[]> = {}
  const look = async (name: string): Promise<void> => {
    const texts = await shown(page)
    expect(
      texts.some((text) => /[áéíóú]{2}/.test(text)),
      name,
    ).toBe(true)
    const english = [...new Set(texts.filter((text) => ENGLISH.has(text)))]
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)
    if (english.length > 0) found[name] = english
    if (wide > 0) found[`${name}, too wide by`] = [String(wide)]
  }
  await look('sign-in')
  await signIn(page, long)
  for (const path of PATHS) {
    await page.goto(`${long}${path}`)
    await page.locator('#screen').waitFor()
    await expect(page.getByText('Lóóááddííñg', { exact: false })).toHaveCount(0)
    await look(path)
  }
  expect(found).toEqual({})
})
