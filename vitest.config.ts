import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const root = fileURLToPath(new URL('.', import.meta.url))
const alias = { '#shared': `${root}shared` }

export default defineConfig({
  test: {
    // A zone with changes of the clock, so that nothing leans on the machine's.
    env: { TZ: 'America/St_Johns' },
    projects: [
      { resolve: { alias }, test: { name: 'core', include: ['tests/core/**/*.test.ts'], env: { TZ: 'America/St_Johns' } } },
      { resolve: { alias }, test: { name: 'app', include: ['tests/app/**/*.test.ts'] } },
      // Connectors run in this process here; what they have read is read in the built threads.
      {
        resolve: { alias },
        test: {
          name: 'reference',
          include: ['tests/reference/**/*.test.ts'],
          testTimeout: 60_000,
          env: { QUILL_THREAD_FILE: `${root}.output/server/work/thread.mjs` },
        },
      },
      // Each file starts a built server and a stand-in world of its own.
      {
        resolve: { alias },
        test: { name: 'server', include: ['tests/server/**/*.test.ts'], testTimeout: 60_000, hookTimeout: 60_000 },
      },
    ],
  },
})
