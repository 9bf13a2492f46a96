import { fileURLToPath } from 'node:url'
import Unimport from 'unimport/unplugin'
import { defineConfig } from 'vitest/config'
import { aliases } from './aliases.mjs'

const root = fileURLToPath(new URL('.', import.meta.url))
// A zone with changes of the clock, so that nothing leans on the machine's.
const env = { TZ: 'America/St_Johns' }
const resolve = { alias: aliases }
// What fails once on a busy machine is tried again, and named at the end of the run.
const server = { testTimeout: 60_000, hookTimeout: 60_000, retry: 1, env }
const imports = Unimport.vite({ presets: ['vue', 'pinia'], dirs: [`${root}app/base`] })
// What they hold is how long things take, or how much memory: nothing else runs beside them.
const timing = ['attacks', 'heavyFeeds', 'largest', 'underAttack', 'workers'].map(
  (name) => `tests/server/${name}.test.ts`,
)

export default defineConfig({
  test: {
    projects: [
      { resolve, test: { name: 'core', include: ['tests/core/**/*.test.ts'], testTimeout: 20_000, env } },
      // What all screens are made of is imported for them, as in the application.
      { resolve, plugins: [imports], test: { name: 'app', include: ['tests/app/**/*.test.ts'], env } },
      // Connectors run in this process here; what they have read is read in the built threads.
      {
        resolve,
        test: {
          name: 'reference',
          include: ['tests/reference/**/*.test.ts'],
          testTimeout: 60_000,
          env: { ...env, QUILL_THREAD_FILE: `${root}.output/server/work/thread.mjs` },
        },
      },
      // Servers of other makers, over loopback.
      {
        resolve,
        test: {
          name: 'conformance',
          fileParallelism: false,
          include: ['tests/conformance/**/*.test.ts'],
          ...server,
          retry: 0,
        },
      },
      // Each file starts a built server and a stand-in world of its own.
      {
        resolve,
        test: {
          name: 'server',
          maxWorkers: 2,
          include: ['tests/server/**/*.test.ts'],
          exclude: timing,
          ...server,
        },
      },
      {
        resolve,
        test: { name: 'timing', maxWorkers: 1, fileParallelism: false, include: timing, ...server },
      },
    ],
  },
})
