import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { ESLint } from 'eslint'
import { expect, it } from 'vitest'
import { VERSION } from '../../shared/version'

const root = fileURLToPath(new URL('../..', import.meta.url))
const eslint = new ESLint({ cwd: root })

async function complaints(file: string, code: string): Promise<string[]> {
  const [result] = await eslint.lintText(code, { filePath: `${root}${file}` })
  return result!.messages.map((message) => message.ruleId ?? message.message)
}

it.each([
  ['core/wrong.ts', "import { useDb } from '../server/db'\nexport const a = useDb\n"],
  ['core/deep/wrong.ts', "import type { Brand } from '../../shared/api'\nexport type A = Brand\n"],
  ['core/wrong.ts', "import { readFileSync } from 'node:fs'\nexport const a = readFileSync\n"],
  ['core/wrong.ts', "import { ref } from 'vue'\nexport const a = ref\n"],
  ['shared/wrong.ts', "import { useDb } from '../server/db'\nexport const a = useDb\n"],
  ['server/services/wrong.ts', "import { api } from '../../app/api/client'\nexport const a = api\n"],
  ['server/services/wrong.ts', "import { Parser } from 'htmlparser2'\nexport const a = Parser\n"],
  ['server/services/wrong.ts', "import { safeHtml } from '../../core/feed'\nexport const a = safeHtml\n"],
  ['server/networks/wrong.ts', "import { plainText } from '../../core/text'\nexport const a = plainText\n"],
  ['app/utils/wrong.ts', "import { useDb } from '../../server/db'\nexport const a = useDb\n"],
  ['standins/wrong.ts', "import { measure } from '../core/post'\nexport const a = measure\n"],
  ['demo/wrong.ts', "import { words } from '../shared/words'\nexport const a = words\n"],
])('the linter refuses a wrong import in %s', async (file, code) => {
  expect(await complaints(file, code)).toContain('no-restricted-imports')
})

it.each([
  ['core/wrong.ts', 'export const a = Date.now()\n', 'no-restricted-properties'],
  ['core/wrong.ts', 'export const a = Math.random()\n', 'no-restricted-properties'],
  ['server/services/wrong.ts', 'export const a = Date.now()\n', 'no-restricted-properties'],
  ['app/utils/wrong.ts', 'export const a = (b: any): void => void b\n', '@typescript-eslint/no-explicit-any'],
])('the linter refuses %s: %s', async (file, code, rule) => {
  expect(await complaints(file, code)).toContain(rule)
})

it('the linter takes what is allowed', async () => {
  expect(await complaints('core/right.ts', "import { parse } from 'tldts'\nimport { toMs } from './instant'\nexport const a = [parse, toMs]\n")).toEqual([])
  expect(
    await complaints(
      'server/services/right.ts',
      "import { measure } from '../../core/post'\nimport { words } from '../../shared/words'\nexport const a = [measure, words]\n",
    ),
  ).toEqual([])
})

it('the version is the package’s', () => {
  const { version } = JSON.parse(readFileSync(new URL('../../package.json', import.meta.url), 'utf8')) as { version: string }
  expect(VERSION).toBe(version)
})

it('the linter lets the code of threads parse', async () => {
  expect(await complaints('server/work/readWrong.ts', "import { Parser } from 'htmlparser2'\nimport { safeHtml } from '../../core/feed'\nexport const a = [Parser, safeHtml]\n")).toEqual([]) // prettier-ignore
})

it('the linter refuses a pattern that takes the square of a text’s length', async () => {
  expect(await complaints('server/services/wrong.ts', 'export const a = /(?:a|b)+-+$/\n')).toContain('regexp/no-super-linear-move')
})

const FOLDERS = ['core', 'shared', 'server', 'app', 'standins']
const IMPORTS = /^\s*(?:import|export)\s[^;'"]*?from '((?:\.|#shared)[^']*)'/gm

/** What each file imports of ours, types included. */
function imports(): Map<string, string[]> {
  const files = FOLDERS.flatMap((folder) =>
    readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' })
      .filter((name) => name.endsWith('.ts'))
      .map((name) => join(root, folder, name)),
  )
  const known = new Set(files)
  const found = (from: string, name: string): string[] => {
    const path = name.startsWith('#shared') ? join(root, 'shared', name.slice('#shared'.length)) : resolve(dirname(from), name)
    return [`${path}.ts`, join(path, 'index.ts')].filter((file) => known.has(file))
  }
  return new Map(files.map((file) => [file, [...readFileSync(file, 'utf8').matchAll(IMPORTS)].flatMap(([, name]) => found(file, name!))]))
}

it('no file imports itself by way of others', () => {
  const all = imports()
  expect([...all.values()].flat().length).toBeGreaterThan(1000)
  const done = new Set<string>()
  const circles: string[] = []
  const walk = (file: string, way: string[]): void => {
    if (way.includes(file)) return void circles.push([...way.slice(way.indexOf(file)), file].map((one) => relative(root, one)).join(' → '))
    if (done.has(file)) return
    for (const next of all.get(file) ?? []) walk(next, [...way, file])
    done.add(file)
  }
  for (const file of all.keys()) walk(file, [])
  expect(circles).toEqual([])
})
