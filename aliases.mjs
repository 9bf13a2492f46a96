import { fileURLToPath } from 'node:url'

/**
 * The one list of names that stand for folders in imports. The application, the tests, the threads' bundles
 * and the linter take it from here; tsconfig.json can't, so a test compares the two.
 */
export const FOLDERS = { '#core': 'core', '#shared': 'shared', '#server': 'server', '~': 'app' }

/** The same with the folders' places on this machine. */
export const aliases = Object.fromEntries(
  Object.entries(FOLDERS).map(([name, folder]) => [name, fileURLToPath(new URL(folder, import.meta.url))]),
)
