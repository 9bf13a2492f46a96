// The packed browser extension against addons-linter (Mozilla), which holds it to the rules that Firefox has
// for what it installs. Chromium's rules are tried by Chromium itself, which loads it (tests/e2e).
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { strFromU8, unzipSync } from 'fflate'
import { afterAll, beforeAll, expect, it } from 'vitest'

let folder: string
const pack = (target: string, ...hosts: string[]): Buffer =>
  execFileSync(process.execPath, ['scripts/extension.mjs', target, ...hosts])
const archive = (browser: string): Uint8Array =>
  new Uint8Array(readFileSync(join(folder, 'packed', `clear-quill-${browser}.zip`)))
const textsOf = (browser: string): Record<string, string> =>
  Object.fromEntries(
    Object.entries(unzipSync(archive(browser))).map(([name, bytes]) => [name, strFromU8(bytes)]),
  )

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'quill-packed-'))
  pack(folder)
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

interface Finding {
  code: string
  message: string
}

it('is passed by addons-linter without an error or a warning', () => {
  const file = join(folder, 'packed', 'clear-quill-firefox.zip')
  const said = execFileSync(
    process.execPath,
    ['node_modules/addons-linter/bin/addons-linter', '--output', 'json', '--self-hosted', file],
    { encoding: 'utf8', env: { ...process.env, NO_UPDATE_NOTIFIER: '1' } },
  )
  const { errors, warnings } = JSON.parse(said) as { errors: Finding[]; warnings: Finding[] }
  expect({ errors, warnings }).toEqual({ errors: [], warnings: [] })
})

it.each(['chromium', 'firefox'])('for %s asks for no host, and runs in no page by itself', (browser) => {
  const files = textsOf(browser)
  const manifest = JSON.parse(files['manifest.json']!) as Record<string, unknown>
  expect(manifest).not.toHaveProperty('host_permissions')
  expect(manifest).not.toHaveProperty('content_scripts')
  expect(manifest).not.toHaveProperty('externally_connectable')
})

it('is the same, byte for byte, however often it is packed; a build for tests differs by its hosts alone', () => {
  const before = ['chromium', 'firefox'].map(archive)
  const files = textsOf('chromium')
  pack(folder)
  expect(['chromium', 'firefox'].map(archive)).toEqual(before)
  pack(folder, 'http://127.0.0.1/*')
  const { 'manifest.json': manifest, ...others } = textsOf('chromium')
  const { 'manifest.json': plain, ...same } = files
  expect(others).toEqual(same)
  expect(JSON.parse(manifest!)).toEqual({ ...JSON.parse(plain!), host_permissions: ['http://127.0.0.1/*'] })
})
