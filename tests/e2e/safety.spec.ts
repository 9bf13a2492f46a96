// Foreign HTML, made safe and then read by a browser: nothing that runs, frames, submits or redirects may be
// left. Sources: bluemonday's inputs (BSD, Debian package golang-github-microcosm-cc-bluemonday-dev) and
// html5lib's trees (MIT, golang-golang-x-net-dev).
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { Page } from '@playwright/test'
import { safeHtml } from '#core/feed'
import { expect, signIn, test } from './support'

const cache = fileURLToPath(new URL('../../.cache/references', import.meta.url))
const BLUEMONDAY = `${cache}/bluemonday/usr/share/gocode/src/github.com/microcosm-cc/bluemonday/sanitize_test.go`
const TREES = `${cache}/x-net/usr/share/gocode/src/golang.org/x/net/html/testdata/webkit`

/** What a browser makes of each piece of HTML: the things in it that do something, as sentences. */
function doings(page: Page, pieces: string[]): Promise<string[][]> {
  return page.evaluate((all) => {
    const ACTIVE =
      'script, style, frame, frameset, iframe, object, embed, applet, form, input, button, textarea, select, base, meta, link, svg, math, template, noscript, portal, dialog, audio, video, source, track, canvas, marquee, slot'
    const WEB = /^(?:https?:|mailto:|$)/i
    return all.map((html) => {
      const page = new DOMParser().parseFromString(`<!doctype html><body>${html}`, 'text/html')
      const found: string[] = []
      for (const element of page.querySelectorAll(ACTIVE))
        if (element !== page.body) found.push(`<${element.localName}>`)
      for (const element of page.querySelectorAll('*')) {
        for (const { name, value } of element.attributes) {
          // The browser's own reading of an address: leading blanks and line breaks inside a scheme are no
          // shelter.
          const isAddress = [
            'href',
            'src',
            'action',
            'formaction',
            'background',
            'poster',
            'cite',
            'data',
            'srcset',
            'xlink:href',
            'lowsrc',
            'dynsrc',
            'longdesc',
          ].includes(name)
          // eslint-disable-next-line no-control-regex -- browsers skip these before a scheme
          const named = /^[\u0000-\u0020]*([a-z][\s\S]*?:)/i.exec(value)?.[1] ?? ''
          const scheme = isAddress ? named.replace(/[\t\n\r]/g, '') : ''
          if (
            name.startsWith('on') ||
            name === 'style' ||
            name === 'srcdoc' ||
            name === 'id' ||
            name === 'name' ||
            name === 'class'
          )
            found.push(`${name}=`)
          if (isAddress && !WEB.test(scheme)) found.push(`${name}="${value}"`)
        }
      }
      return found
    })
  }, pieces)
}

async function judge(page: Page, name: string, inputs: string[], atLeast: number): Promise<void> {
  const before = await doings(page, inputs)
  const attacks = inputs.filter((_, at) => before[at]!.length > 0)
  const safe = attacks.map((input) => safeHtml(input, 'https://paper.example/a/'))
  const after = await doings(page, safe)
  const others = after.flatMap((found, at) =>
    found.length > 0 ? [`${attacks[at]}: ${found.join(', ')}`] : [],
  )
  // What the browser would write out again is as harmless: nothing hides until a second reading.
  const again = await page.evaluate(
    (all) => all.map((html) => new DOMParser().parseFromString(html, 'text/html').body.innerHTML),
    safe,
  )
  const woken = (await doings(page, again)).filter((found) => found.length > 0)
  console.info(
    `${name}: ${attacks.length - others.length} of ${attacks.length} attacks harmless, of ${inputs.length} inputs`,
  )
  expect(others).toEqual([])
  expect(woken).toEqual([])
  expect(attacks.length).toBeGreaterThanOrEqual(atLeast)
}

/** A Go string literal, in quotes or in backticks. */
const literal = (text: string): string =>
  text.startsWith('`')
    ? text.slice(1, -1)
    : (JSON.parse(
        text
          .replace(/\\x([0-9a-f]{2})/gi, '\\u00$1')
          .replace(/\\a/g, '\\u0007')
          .replace(/\\v/g, '\\u000b'),
      ) as string)

/** bluemonday's attack inputs, read out of its Go source. */
function bluemonday(): string[] {
  const source = readFileSync(BLUEMONDAY, 'utf8')
  return [
    ...source.matchAll(
      /\bin:\s*((?:"(?:[^"\\\n]|\\.)*"|`[^`]*`)(?:\s*\+\s*(?:"(?:[^"\\\n]|\\.)*"|`[^`]*`))*)/g,
    ),
  ].map((m) => [...m[1]!.matchAll(/"(?:[^"\\\n]|\\.)*"|`[^`]*`/g)].map(([part]) => literal(part)).join(''))
}

test('bluemonday’s attacks do nothing any more', async ({ page }) => {
  test.skip(!existsSync(BLUEMONDAY), 'not run: bluemonday’s inputs are not in the cache')
  const inputs = bluemonday()
  expect(inputs.length).toBeGreaterThan(300)
  await judge(page, 'bluemonday', inputs, 150)
})

test('html5lib’s trees do nothing any more', async ({ page }) => {
  test.skip(!existsSync(TREES), 'not run: html5lib’s trees are not in the cache')
  const inputs = readdirSync(TREES)
    .filter((file) => file.endsWith('.dat'))
    .flatMap((file) => readFileSync(`${TREES}/${file}`, 'utf8').split(/^#data\n/m))
    .map((test) => test.split(/\n#errors/)[0]!)
    .filter((input) => input !== '')
  expect(inputs.length).toBeGreaterThan(1500)
  await judge(page, 'html5lib', inputs, 500)
})

test('the browser’s own policy is a second wall: what is not made safe runs nothing either, and is reported', async ({
  browser,
  demo,
}) => {
  test.skip(!existsSync(BLUEMONDAY), 'not run: bluemonday’s inputs are not in the cache')
  // What would send the whole page elsewhere is left out: a page that has gone can’t count.
  const raw = bluemonday().filter((html) => !/<(meta|base|form|iframe|frame|object|embed)/i.test(html))
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const page = await context.newPage()
  await signIn(page, demo.url)
  const count = (all: string[]): Promise<{ ran: number; reports: number }> =>
    page.evaluate(async (pieces) => {
      let ran = 0
      let reports = 0
      window.alert = () => void ran++
      const report = (event: SecurityPolicyViolationEvent): void =>
        void (event.effectiveDirective.startsWith('script') && reports++)
      document.addEventListener('securitypolicyviolation', report)
      const place = document.body.appendChild(document.createElement('div'))
      for (const html of pieces) {
        place.innerHTML = html
        for (const element of place.querySelectorAll<HTMLElement>('*')) {
          for (const name of ['error', 'load', 'mouseover', 'focus']) element.dispatchEvent(new Event(name))
          if (/^\s*javascript:/i.test(element.getAttribute('href') ?? '')) element.click()
        }
        await new Promise((resolve) => setTimeout(resolve))
      }
      await new Promise((resolve) => setTimeout(resolve, 300))
      document.removeEventListener('securitypolicyviolation', report)
      place.remove()
      return { ran, reports }
    }, all)
  const asTheyAre = await count(raw)
  console.info(`the policy: ${asTheyAre.reports} scripts stopped and reported, ${asTheyAre.ran} ran`)
  expect(asTheyAre.ran).toBe(0)
  // Put in as a page puts in text, a script element does not run; handlers and addresses that are script
  // would.
  expect(asTheyAre.reports).toBeGreaterThan(5)
  expect(await count(raw.map((html) => safeHtml(html, 'https://paper.example/a/')))).toEqual({
    ran: 0,
    reports: 0,
  })
  await context.close()
})
