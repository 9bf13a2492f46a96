// Where outside test data lies: fetched by set-up into a cache, never kept in this repository.
import { spawnSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

const cache = fileURLToPath(new URL('../../.cache/references', import.meta.url))

/** The folder of a reference's data, or null where it could not be had; then `not run` is printed. */
export function dataOf(name: string, inside: string): string | null {
  const folder = `${cache}/${name}/${inside}`
  if (existsSync(folder)) return folder
  console.info(`${name}: not run, its data is not in the cache`)
  return null
}

export const readText = (folder: string, file: string): string => readFileSync(`${folder}/${file}`, 'utf8')

/**
 * Runs a Python script with Python's feedparser at hand and gives what it printed as JSON; null where it
 * can't run.
 */
export function askFeedparser<T>(script: string, input: unknown): T | null {
  const packages = dataOf('feedparser', 'usr/lib/python3/dist-packages')
  return packages ? askPython<T>('feedparser', script, input, packages) : null
}

/**
 * Runs a Python script and gives what it printed as JSON; null where no Python can run it, which is printed.
 */
export function askPython<T>(name: string, script: string, input: unknown, packages = ''): T | null {
  for (const python of ['/usr/bin/python3', 'python3']) {
    const done = spawnSync(python, ['-c', script], {
      input: JSON.stringify(input),
      encoding: 'utf8',
      maxBuffer: 1 << 28,
      env: { ...process.env, PYTHONPATH: packages, PYTHONIOENCODING: 'utf-8', TZ: 'UTC' },
    })
    if (done.status === 0) return JSON.parse(done.stdout) as T
  }
  console.info(`${name}: not run, no Python can load it`)
  return null
}

/** Prints how many of a reference's cases hold, and the others. */
export function report(name: string, held: number, others: string[]): void {
  console.info(
    `${name}: ${held} of ${held + others.length} hold${others.map((other) => `\n  ${other}`).join('')}`,
  )
}

/**
 * Most of gofeed's feeds hold one field alone. Items in which a person could read nothing are left out by
 * ours, so such get a title before anyone reads them.
 */
export const withTitles = (xml: string): string =>
  xml.replace(
    /<(item|entry)(\s[^>]*)?>(?!(?:(?!<\/\1>)[\s\S])*<(?:title|description|summary|content)\b)/g,
    '<$1$2><title>Given</title>',
  )
