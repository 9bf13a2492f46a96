// npm test: installs, builds, checks, runs every suite, and closes with one line that sums them all.
// npm test -- --only=NAME runs one of them: style, rules, types, core, app, reference, server, timing,
// conformance or e2e.
import { spawn } from 'node:child_process'
import { existsSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { inLanes } from './lanes.mjs'
import { bin, chromium, folder, root, say } from './setUp.mjs'

const started = Date.now()
const cache = folder(join(root, '.cache'))
const total = { passed: 0, failed: 0 }
const flaky = []
const seconds = (since) => Math.round((Date.now() - since) / 1000)

function count(name, passed, failed, since) {
  total.passed += passed
  total.failed += failed
  say(`${name}: ${passed} passed, ${failed} failed (${seconds(since)} s)`)
}

/**
 * Runs a command to its end. What several say at once is shown as each ends, what one alone says as it comes.
 */
function run(args, { shown = 'failed', env = {} } = {}) {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, args, {
      cwd: root,
      env: { NO_COLOR: '1', ...process.env, ...env },
      stdio: shown === 'live' ? 'inherit' : ['ignore', 'pipe', 'pipe'],
    })
    let message = ''
    for (const stream of [child.stdout, child.stderr])
      stream?.setEncoding('utf8').on('data', (part) => (message += part))
    child.once('close', (code) => {
      if (message && (shown === 'always' || code !== 0)) process.stdout.write(message)
      resolve(code)
    })
  })
}

/** A check that either holds or not: it counts as one. */
const check = (name, args) => async () => {
  const since = Date.now()
  const code = await run(args())
  count(name, code === 0 ? 1 : 0, code === 0 ? 0 : 1, since)
}

/** A suite that writes its result as JSON; without one it has failed as a whole. */
async function suite(name, args, file, read, options) {
  const since = Date.now()
  const report = join(cache, file)
  rmSync(report, { force: true })
  const code = await run(args, options)
  const result = existsSync(report)
    ? read(JSON.parse(readFileSync(report, 'utf8')))
    : { passed: 0, failed: 1, flaky: [] }
  flaky.push(...result.flaky.map((test) => `${name}: ${test}`))
  count(`Suite ${name}`, result.passed, result.failed === 0 && code !== 0 ? 1 : result.failed, since)
}

const vitest =
  (project, shown = 'always') =>
  (more = {}) => {
    const unsure = join(cache, `${project}-flaky.json`)
    rmSync(unsure, { force: true })
    return suite(
      project,
      [
        bin('vitest'),
        'run',
        '--project',
        project,
        '--reporter=dot',
        '--reporter=json',
        '--reporter=./tests/support/flaky.ts',
        `--outputFile.json=.cache/${project}.json`,
      ],
      `${project}.json`,
      (report) => ({
        passed: report.numPassedTests,
        failed: report.numFailedTests,
        flaky: existsSync(unsure) ? JSON.parse(readFileSync(unsure, 'utf8')) : [],
      }),
      { shown, env: { FLAKY_FILE: unsure, ...more } },
    )
  }

function browser() {
  const flakyOf = ({ suites = [], specs = [] }) => [
    ...suites.flatMap(flakyOf),
    ...specs.filter(({ tests }) => tests.some(({ status }) => status === 'flaky')).map(({ title }) => title),
  ]
  // A test that another's failure kept from running is no passed one; those without their outside data say so
  // and are left out.
  const notRun = ({ suites = [], specs = [] }) =>
    suites.reduce((sum, one) => sum + notRun(one), 0) +
    specs.filter(({ tests }) =>
      tests.some(
        ({ status, annotations }) => status === 'skipped' && !annotations.some(({ type }) => type === 'skip'),
      ),
    ).length
  return suite(
    'e2e',
    [bin('playwright'), 'test'],
    'e2e.json',
    (report) => ({
      passed: report.stats.expected + report.stats.flaky,
      failed: report.stats.unexpected + notRun(report),
      flaky: flakyOf(report),
    }),
    { shown: 'live', env: { CHROMIUM: chromium() } },
  )
}

/** Servers of other makers; what could not be had says that it is not run. */
const conformance = () => vitest('conformance')({ CHROMIUM: chromium() })

/** A step nothing goes on without. */
const step = (script) => async () => {
  if ((await run([script], { shown: 'always' })) !== 0) process.exit(1)
}

// Core (which tries the rules), types and rules read what the build writes, and rules what types write anew.
// Server, timing and e2e use the whole machine.
const jobs = [
  { name: 'build', work: step('scripts/build.mjs') },
  { name: 'style', work: check('Style', () => [bin('prettier'), '--check', '.']) },
  { name: 'app', work: vitest('app') },
  { name: 'core', after: ['build'], work: vitest('core') },
  { name: 'types', after: ['build'], work: check('Types', () => [bin('nuxt'), 'typecheck']) },
  { name: 'rules', after: ['build', 'types'], work: check('Rules', () => [bin('eslint'), '.']) },
  { name: 'reference', after: ['build'], work: vitest('reference') },
  { name: 'peers', after: ['build'], work: step('scripts/testPeers.mjs') },
  { name: 'server', after: ['build'], alone: true, work: vitest('server', 'live') },
  { name: 'timing', after: ['build'], alone: true, work: vitest('timing', 'live') },
  { name: 'conformance', after: ['build', 'peers'], alone: true, work: conformance },
  { name: 'e2e', after: ['build'], alone: true, work: browser },
]

const only = process.argv.find((one) => one.startsWith('--only='))?.slice('--only='.length)
if (only !== undefined && !jobs.some(({ name }) => name === only)) {
  say(`There is no suite “${only}”: ${jobs.map(({ name }) => name).join(', ')}`)
  process.exit(2)
}
await inLanes(2, [
  { name: 'packages', work: step('scripts/install.mjs') },
  { name: 'fetched', work: step('scripts/fetched.mjs') },
])
const ready = Date.now()
const chosen = jobs.filter(({ name }) => only === undefined || name === only)
await inLanes(2, only === undefined || !chosen[0].after ? chosen : [jobs[0], ...chosen])

say('')
say(`Set up in ${Math.round((ready - started) / 1000)} s, built and run in ${seconds(ready)} s`)
say(
  flaky.length === 0
    ? 'Flaky: none'
    : `Flaky, passed at a second try: ${flaky.length}\n  ${flaky.join('\n  ')}`,
)
say(`${total.passed} passed, ${total.failed} failed`)
process.exit(total.failed === 0 ? 0 : 1)
