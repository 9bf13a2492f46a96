import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import AxeBuilder from '@axe-core/playwright'
import { expect, test as base, type BrowserContext, type Page } from '@playwright/test'
import { startServer } from '../../scripts/world.mjs'
import { START, World } from '../support/world'

/** Where the stand-ins of the demo are, and the folder in which it was filled. */
export const demoPlaces = (): { standins: string; filled: string } => ({
  standins: process.env['DEMO_STANDINS']!,
  filled: process.env['DEMO_FILLED']!,
})

interface Demo {
  url: string
  standins: string
}

/**
 * `demo` is a copy of the filled demo, shared by a worker's tests; `world` an empty world, begun anew for
 * each test, `today` one whose clock is the machine's. Every page is watched: no request may leave this
 * machine, nothing may fail on the console.
 */
export const test = base.extend<
  { world: World; today: World; watched: string[] },
  { demo: Demo; worldAt: (at: number) => Promise<World> }
>({
  demo: [
    // eslint-disable-next-line no-empty-pattern -- Playwright reads the fixtures' names from this pattern
    async ({}, use) => {
      const dataDir = mkdtempSync(join(tmpdir(), 'quill-demo-'))
      const { standins, filled } = demoPlaces()
      cpSync(filled, dataDir, { recursive: true })
      const server = await startServer({
        mailPort: 0,
        dataDir,
        standins,
        demo: true,
        env: { QUILL_LOG: 'error' },
      })
      await use({ url: server.url, standins })
      await server.stop()
      rmSync(dataDir, { recursive: true, force: true })
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  worldAt: [
    // eslint-disable-next-line no-empty-pattern -- as above
    async ({}, use) => {
      let world: World | undefined
      await use(async (at) => (world = await World.again(world, at, { QUILL_TICK_MS: '200' })))
      await world?.stop()
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  world: async ({ worldAt }, use) => use(await worldAt(START)),
  today: async ({ worldAt }, use) => use(await worldAt(Date.now())),
  watched: [
    async ({ context }, use) => {
      const troubles: string[] = []
      context.on('request', (request) => {
        // Sites of the stand-in world may have their own names (their answers come from this machine too).
        if (
          !/^(http:\/\/127\.0\.0\.1:\d+\/|https?:\/\/[a-z.-]+\.example\/|data:|blob:|chrome-extension:)/.test(
            request.url(),
          )
        )
          troubles.push(`left this machine: ${request.url()}`)
      })
      context.on('console', (message) => {
        // A refusal the test provokes is logged by the browser as a failed load.
        if (message.type() === 'error' && !/Failed to load resource/.test(message.text()))
          troubles.push(message.text())
      })
      context.on('weberror', (error) => troubles.push(String(error.error())))
      await use(troubles)
      expect(troubles).toEqual([])
    },
    { auto: true },
  ],
})
export { expect }

/** Sites of the stand-in world under their own names, as a browser would reach them. */
export const reachSites = (context: BrowserContext, world: World): Promise<unknown> =>
  context.route(/^https?:\/\/[a-z.-]+\.example\//, async (route) => {
    const { hostname, pathname, search } = new URL(route.request().url())
    const headers = { ...(await route.request().allHeaders()), host: hostname }
    const response = await route.fetch({
      url: `${world.standins.url}${pathname}${search}`,
      headers,
      maxRedirects: 0,
      // A connection that was kept may just be closing.
      maxRetries: 3,
    })
    await route.fulfill({ response })
  })

/**
 * Signs in as one of the demo's people, without the page's buttons (which have a test of their own), and
 * opens the Wire.
 */
export async function signIn(page: Page, url: string, name = 'Nell'): Promise<void> {
  const start = (await (await page.request.get(`${url}/api/start`)).json()) as {
    demoPeople: { id: string; name: string }[]
  }
  const personId = start.demoPeople.find((person) => person.name.startsWith(name))?.id
  await page.request.post(`${url}/api/demo/session`, { data: { personId } })
  await page.goto(`${url}/wire`)
}

export const mainText = (page: Page) => page.getByRole('textbox', { name: 'Main text' })
export const saved = (page: Page) => expect(page.getByTestId('save-state').first()).toContainText(/^saved/)
export const toSchedule = async (page: Page): Promise<void> => {
  await page.getByRole('link', { name: 'Schedule' }).click()
  await expect(page.getByRole('table', { name: 'Accounts by days' })).toBeVisible()
}

/** axe-core's WCAG 2.2 A and AA rules on what is on screen. */
export async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
    .analyze()
  expect(
    violations.map(
      (violation) => `${violation.id}: ${violation.nodes.map((node) => node.target.join(' ')).join(' | ')}`,
    ),
  ).toEqual([])
}
