// Who may know whom, beyond what the linter holds: subjects see each other by their index.ts alone, in their
// order; nothing goes round.
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { cruise, type IConfiguration, type ICruiseResult, type IForbiddenRuleType } from 'dependency-cruiser'
import extractTSConfig from 'dependency-cruiser/config-utl/extract-ts-config'
import { beforeAll, describe, expect, it } from 'vitest'
import { FOLDERS } from '../../aliases.mjs'

const root = fileURLToPath(new URL('../..', import.meta.url))
/**
 * The server's subjects from below: each may ask those before it, and no other. What is not among them stands
 * above them all.
 */
const ORDER = [...readFileSync(`${root}server/subjects.ts`, 'utf8').matchAll(/^ {2}\['(\w+)'/gm)].map(
  ([, name]) => name!,
)
/**
 * What others may import of a subject: its index; what it does in threads, which carry no data base; what it
 * registers; what of it archives hold.
 */
const OPEN = '/(?:index|tasks|inThread|register|archive)[.]ts$'

const rules: IForbiddenRuleType[] = [
  { name: 'nothing goes round', from: {}, to: { circular: true } },
  { name: 'tests leave the benches alone', from: { path: '^tests/' }, to: { path: '^bench/' } },
  {
    name: 'by its index',
    from: { path: '^server/([^/]+)/' },
    to: { path: `^server/(?:${ORDER.slice(1).join('|')})/`, pathNot: ['^server/$1/', OPEN] },
  },
  ...ORDER.map((subject, at): IForbiddenRuleType => ({
    name: `below ${subject}`,
    from: { path: `^server/${subject}/` },
    to: { path: `^server/(?!(?:${ORDER.slice(0, at + 1).join('|')})/)` },
  })),
  {
    name: 'what all screens are made of knows none of them',
    from: { path: '^app/base/' },
    to: { path: '^app/(?!base/)' },
  },
]

async function look(folders: string[], forbidden: IForbiddenRuleType[]): Promise<ICruiseResult> {
  const configuration: IConfiguration = {
    forbidden: forbidden.map((rule) => ({ severity: 'error', ...rule })),
  }
  const { output } = await cruise(
    folders,
    {
      baseDir: root,
      ruleSet: configuration,
      validate: true,
      // What is imported for its types alone is known all the same.
      tsPreCompilationDeps: true,
      tsConfig: { fileName: 'tsconfig.json' },
      exclude: { path: 'node_modules' },
    },
    {},
    { tsConfig: extractTSConfig(`${root}tsconfig.json`) },
  )
  return output as ICruiseResult
}

let known: ICruiseResult
beforeAll(async () => {
  known = await look(['core', 'shared', 'server', 'app', 'tests', 'standins', 'demo'], rules)
}, 120_000)
const broken = ({ summary }: ICruiseResult): string[] =>
  summary.violations.map(({ rule, from, to }) => `${rule.name}: ${from} → ${to}`)

it('all files and what they import are seen, those of components too', () => {
  expect(known.summary.totalCruised).toBeGreaterThan(800)
  expect(known.summary.totalDependenciesCruised).toBeGreaterThan(3_000)
  const component = known.modules.find(({ source }) => source === 'app/reading/CommentField.vue')
  expect(component?.dependencies.map(({ resolved }) => resolved)).toContain('app/posts/usePostEditor.ts')
})

it('the borders hold', () => {
  expect(broken(known)).toEqual([])
})

describe('the app’s subjects', () => {
  const subjectOf = (file: string): string | null =>
    /^app\/(?!base\/|pages\/|layouts\/|middleware\/|assets\/)([^/]+)\//.exec(file)?.[1] ?? null
  /** The files that a subject's index names. */
  const named = (subject: string): string[] => {
    const index = known.modules.find(({ source }) => source === `app/${subject}/index.ts`)
    return index?.dependencies.map(({ resolved }) => resolved) ?? []
  }

  it('are asked only for what their index.ts names', () => {
    const subjects = new Set(known.modules.flatMap(({ source }) => subjectOf(source) ?? []))
    expect(subjects.size).toBeGreaterThan(8)
    const open = new Set([...subjects].flatMap(named))
    const wrong = known.modules
      .filter(({ source }) => source.startsWith('app/'))
      .flatMap(({ source, dependencies }) =>
        dependencies
          .filter(({ resolved, dynamic }) => {
            const subject = subjectOf(resolved)
            // What is fetched only when it is needed is named where it is fetched.
            return subject !== null && subject !== subjectOf(source) && !dynamic && !open.has(resolved)
          })
          .map(({ resolved }) => `${source} → ${resolved}`),
      )
    expect(wrong).toEqual([])
  })
})

it.each(['tsconfig.json', 'tsconfig.tools.json'])(
  '%s knows the same names for folders as everything else',
  (file) => {
    const { compilerOptions } = JSON.parse(readFileSync(`${root}${file}`, 'utf8')) as {
      compilerOptions: { paths: Record<string, string[]> }
    }
    const paths = Object.fromEntries(
      Object.entries(FOLDERS).map(([name, folder]) => [`${name}/*`, [`./${folder}/*`]]),
    )
    expect(compilerOptions.paths).toEqual(paths)
  },
)
