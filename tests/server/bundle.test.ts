import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { REQUEST_HEADER } from '#shared/platform/types'

const folder = '.output/public/_nuxt'
const code = new Map(
  readdirSync(folder)
    .filter((name) => name.endsWith('.js'))
    .map((name) => [name, readFileSync(join(folder, name), 'utf8')]),
)
const filesWith = (text: string): string[] =>
  [...code].filter(([, source]) => source.includes(text)).map(([name]) => name)

/** A file and all that it can't begin without. */
function neededBy(name: string, found = new Set<string>()): Set<string> {
  if (found.has(name)) return found
  found.add(name)
  for (const [, next] of (code.get(name) ?? '').matchAll(/(?:from|import)"\.\/([\w-]+\.js)"/g))
    neededBy(next!, found)
  return found
}

describe('the browser’s script', () => {
  it('of the first view holds the client and no schema: those come with their forms', () => {
    // The client names its requests; Yup's errors have their name.
    const [first, ...others] = filesWith(REQUEST_HEADER)
    const yup = filesWith('"ValidationError"')
    expect(others).toEqual([])
    expect(yup).toHaveLength(1)
    const needed = neededBy(first!)
    expect(needed.size).toBeGreaterThan(1)
    expect([...needed]).not.toContain(yup[0])
    // Somebody does need it: the search finds what it looks for.
    expect([...code.keys()].some((name) => neededBy(name).has(yup[0]!))).toBe(true)
  })

  it('knows no part of the server', () => {
    for (const text of ['better-sqlite3', 'QUILL_SECRET', 'token_sealed']) expect(filesWith(text)).toEqual([])
  })
})
