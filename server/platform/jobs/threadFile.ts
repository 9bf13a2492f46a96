import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { settings } from '../settings'

/**
 * A thread's own file lies beside the built server's entry, or where a setting says (development and tests).
 */
export function threadFileNamed(name: string): string {
  const beside = join(dirname(process.argv[1] ?? '.'), 'work', name)
  const given = settings().threadFile
  const file = given
    ? join(dirname(given), name)
    : existsSync(beside)
      ? beside
      : join(process.cwd(), '.nuxt', 'work', name)
  if (!existsSync(file)) throw new Error(`The file of a thread is missing: ${file}. Run npm run build.`)
  return file
}
