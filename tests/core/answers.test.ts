import { spawnSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'

it('the schemas of what documented routes answer are those of their types', () => {
  const root = fileURLToPath(new URL('../..', import.meta.url))
  const { status, stderr } = spawnSync('node', ['scripts/answers.mjs', '--check'], { cwd: root })
  expect([status, String(stderr)]).toEqual([0, ''])
}, 60_000)
