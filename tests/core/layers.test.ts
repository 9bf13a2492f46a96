import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { ESLint } from 'eslint'
import { expect, it } from 'vitest'
import { VERSION } from '#shared/platform/version'

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
  ['server/posts/wrong.ts', "import { api } from '../../app/api/client'\nexport const a = api\n"],
  ['server/posts/wrong.ts', "import { Parser } from 'htmlparser2'\nexport const a = Parser\n"],
  ['server/posts/wrong.ts', "import { safeHtml } from '../../core/feed'\nexport const a = safeHtml\n"],
  ['server/networks/wrong.ts', "import { plainText } from '../../core/text'\nexport const a = plainText\n"],
  ['app/posts/wrong.ts', "import { useDb } from '../../server/db'\nexport const a = useDb\n"],
  ['standins/wrong.ts', "import { measure } from '../core/post'\nexport const a = measure\n"],
  ['demo/wrong.ts', "import { words } from '../shared/words'\nexport const a = words\n"],
])('the linter refuses a wrong import in %s', async (file, code) => {
  expect(await complaints(file, code)).toContain('no-restricted-imports')
})

it.each([
  ['core/wrong.ts', 'export const a = Date.now()\n', 'no-restricted-properties'],
  ['core/wrong.ts', 'export const a = Math.random()\n', 'no-restricted-properties'],
  ['server/posts/wrong.ts', 'export const a = Date.now()\n', 'no-restricted-properties'],
  ['app/posts/wrong.ts', 'export const a = (b: any): void => void b\n', '@typescript-eslint/no-explicit-any'],
])('the linter refuses %s: %s', async (file, code, rule) => {
  expect(await complaints(file, code)).toContain(rule)
})

it('the linter takes what is allowed', async () => {
  expect(
    await complaints(
      'core/right.ts',
      "import { parse } from 'tldts'\nimport { toMs } from './instant'\nexport const a = [parse, toMs]\n",
    ),
  ).toEqual([])
  expect(
    await complaints(
      'server/posts/right.ts',
      "import { measure } from '../../core/post'\nimport { words } from '../../shared/words'\nexport const a = [measure, words]\n",
    ),
  ).toEqual([])
})

it('the version is the package’s', () => {
  const { version } = JSON.parse(readFileSync(new URL('../../package.json', import.meta.url), 'utf8')) as {
    version: string
  }
  expect(VERSION).toBe(version)
})

it('the linter lets the code of threads parse', async () => {
  expect(await complaints('server/sources/readMail.ts', "import { Parser } from 'htmlparser2'\nimport { safeHtml } from '../../core/feed'\nexport const a = [Parser, safeHtml]\n")).toEqual([]) // prettier-ignore
})

it('the linter refuses a pattern that takes the square of a text’s length', async () => {
  expect(await complaints('server/posts/wrong.ts', 'export const a = /(?:a|b)+-+$/\n')).toContain(
    'regexp/no-super-linear-move',
  )
})
