// npm run conformance: signs in at, posts to and takes back from servers of other makers, over loopback; prints what
// became of each step and keeps it in docs/networks.md.
import { spawnSync } from 'node:child_process'
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { peers } from './peers.mjs'
import { bin, build, chromium, folder, install, root, say } from './setUp.mjs'

install()
build()
const browser = chromium()
peers()

const table = join(folder(join(root, '.cache')), 'conformance.jsonl')
rmSync(table, { force: true })
const { status } = spawnSync(process.execPath, [bin('vitest'), 'run', '--project', 'conformance'], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, CHROMIUM: browser, CONFORMANCE_TABLE: table },
})
const steps = existsSync(table)
  ? readFileSync(table, 'utf8')
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line))
  : []
for (const { peer, step, outcome } of steps) say(`${peer} | ${step} | ${outcome}`)
if (status === 0 && steps.length > 0) keep(steps)
process.exit(status ?? 1)

/** Puts the table between its two marks. */
function keep(rows) {
  const file = join(root, 'docs', 'networks.md')
  const [before, rest] = readFileSync(file, 'utf8').split('<!-- outcomes -->\n')
  const [, after] = rest.split('<!-- end of outcomes -->')
  const lines = rows.map(({ peer, step, outcome }) => `| ${peer} | ${step} | ${outcome} |`)
  const text = ['', '| server | step | outcome |', '| --- | --- | --- |', ...lines, ''].join('\n')
  writeFileSync(file, `${before}<!-- outcomes -->\n${text}\n<!-- end of outcomes -->${after}`)
  spawnSync(process.execPath, [bin('prettier'), '--write', file], { cwd: root, stdio: 'ignore' })
}
