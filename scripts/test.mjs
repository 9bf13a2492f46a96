// npm test: installs, builds, checks, runs every suite, and closes with one line that sums them all.
import { spawnSync } from 'node:child_process'
import { existsSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { references } from './references.mjs'
import { bin, build, chromium, folder, install, root, say } from './setUp.mjs'

install()
build()
const browser = chromium()
references()
const cache = folder(join(root, '.cache'))
const total = { passed: 0, failed: 0 }

function count(name, passed, failed, started) {
  total.passed += passed
  total.failed += failed
  say(`${name}: ${passed} passed, ${failed} failed (${Math.round((Date.now() - started) / 1000)} s)`)
}

/** A check that either holds or not: it counts as one. */
function check(name, args) {
  const started = Date.now()
  const done = spawnSync(process.execPath, args, { cwd: root, encoding: 'utf8', maxBuffer: 1 << 28 })
  if (done.status !== 0) say(`${done.stdout}${done.stderr}`)
  count(name, done.status === 0 ? 1 : 0, done.status === 0 ? 0 : 1, started)
}

/** A suite that writes its result as JSON; without one it has failed as a whole. */
function suite(name, args, file, read) {
  const started = Date.now()
  const report = join(cache, file)
  rmSync(report, { force: true })
  const done = spawnSync(process.execPath, args, { cwd: root, stdio: 'inherit', env: { ...process.env, CHROMIUM: browser } })
  const { passed, failed } = existsSync(report) ? read(JSON.parse(readFileSync(report, 'utf8'))) : { passed: 0, failed: 1 }
  count(name, passed, failed === 0 && done.status !== 0 ? 1 : failed, started)
}

say('Checking style, rules and types')
check('Style', [bin('prettier'), '--check', '.'])
check('Rules', [bin('eslint'), '.'])
check('Types', [bin('nuxt'), 'typecheck'])
const vitest = (project) =>
  suite(
    `Suite ${project}`,
    [bin('vitest'), 'run', '--project', project, '--reporter=dot', '--reporter=json', `--outputFile.json=.cache/${project}.json`],
    `${project}.json`,
    (report) => ({ passed: report.numPassedTests, failed: report.numFailedTests }),
  )
for (const project of ['core', 'app', 'reference', 'server']) vitest(project)
// That they run and can measure; what they measure is for a quiet machine.
check('Benches, in short', ['--import', 'tsx', 'bench/main.ts', '--short'])
suite('Suite e2e', [bin('playwright'), 'test'], 'e2e.json', ({ stats }) => ({ passed: stats.expected + stats.flaky, failed: stats.unexpected }))

say('')
say(`${total.passed} passed, ${total.failed} failed`)
process.exit(total.failed === 0 ? 0 : 1)
