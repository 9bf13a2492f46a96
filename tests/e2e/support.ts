import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import AxeBuilder from '@axe-core/playwright'
import { expect, test as base, type Page } from '@playwright/test'
import { fillDemo, startServer, startStandins } from '../../scripts/world.mjs'
import { World } from '../support/world'

interface Demo {
  url: string
  standins: string
}

/**
 * `demo` is the filled demo, shared by a run; `world` an empty world of the test's own, `today` one whose clock is the machine's. Every page is watched: no request may leave
 * this machine, nothing may fail on the console.
 */
export const test = base.extend<{ world: World; today: World; watched: string[] }, { demo: Demo }>({
  demo: [
    // eslint-disable-next-line no-empty-pattern -- Playwright reads the fixtures' names from this pattern
    async ({}, use) => {
      const dataDir = mkdtempSync(join(tmpdir(), 'quill-demo-'))
      const standins = await startStandins()
      const server = await startServer({ mailPort: 0, dataDir, standins: standins.url, demo: true, env: { QUILL_LOG: 'error' } })
      await fillDemo({ url: server.url, standins: standins.url, mailPort: server.mailPort! })
      await use({ url: server.url, standins: standins.url })
      await server.stop()
      await standins.stop()
      rmSync(dataDir, { recursive: true, force: true })
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  // eslint-disable-next-line no-empty-pattern -- as above
  world: async ({}, use) => {
    const world = await World.start({ QUILL_TICK_MS: '200' })
    await use(world)
    await world.stop()
  },
  // eslint-disable-next-line no-empty-pattern -- as above
  today: async ({}, use) => {
    const world = await World.start({ QUILL_TICK_MS: '200' }, true, Date.now())
    await use(world)
    await world.stop()
  },
  watched: [
    async ({ context }, use) => {
      const troubles: string[] = []
      context.on('request', (request) => {
        if (!/^(http:\/\/127\.0\.0\.1:\d+\/|data:|blob:)/.test(request.url())) troubles.push(`left this machine: ${request.url()}`)
      })
      context.on('console', (message) => {
        // A refusal the test provokes is logged by the browser as a failed load.
        if (message.type() === 'error' && !/Failed to load resource/.test(message.text())) troubles.push(message.text())
      })
      context.on('weberror', (error) => troubles.push(String(error.error())))
      await use(troubles)
      expect(troubles).toEqual([])
    },
    { auto: true },
  ],
})
export { expect }

/** Signs in as one of the demo's people. */
export async function signIn(page: Page, url: string, name = 'Nell'): Promise<void> {
  await page.goto(`${url}/sign-in`)
  await page.getByRole('button', { name: `Sign in as ${name}` }).click()
  await page.waitForURL('**/wire**')
}

/** axe-core's WCAG 2.2 A and AA rules on what is on screen. */
export async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']).analyze()
  expect(violations.map((violation) => `${violation.id}: ${violation.nodes.map((node) => node.target.join(' ')).join(' | ')}`)).toEqual([])
}
