// node scripts/extension.mjs [FOLDER] [HOST...]: builds the browser extension into FOLDER (.extension), for
// each browser as a folder and packed. HOSTs are asked for at once: for tests, where nobody can press a key.
import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'
import { zipSync } from 'fflate'
import { tsImport } from 'tsx/esm/api'
import { aliases } from '../aliases.mjs'

const root = fileURLToPath(new URL('..', import.meta.url))
const [target = join(root, '.extension'), ...hosts] = process.argv.slice(2)
const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'))
const { BROWSERS, manifestFor } = await tsImport('../extension/manifest.ts', import.meta.url)
/** The oldest day that the format can say: the same sources make the same bytes. */
const SAME_DAY = new Date(1980, 0, 1)

rmSync(target, { recursive: true, force: true })
for (const browser of BROWSERS) {
  const folder = join(target, browser)
  const files = await build({
    entryPoints: {
      background: join(root, 'extension/background.ts'),
      options: join(root, 'extension/options/options.ts'),
      'options-style': join(root, 'extension/options/options.css'),
    },
    outdir: folder,
    bundle: true,
    write: false,
    format: 'iife',
    target: browser === 'firefox' ? 'firefox140' : 'chrome120',
    alias: aliases,
    define: { BROWSER: JSON.stringify(browser) },
    legalComments: 'none',
  })
  mkdirSync(join(folder, 'icons'), { recursive: true })
  for (const { path, contents } of files.outputFiles)
    writeFileSync(path.replace('options-style.css', 'options.css'), contents)
  cpSync(join(root, 'extension/options/options.html'), join(folder, 'options.html'))
  for (const size of [32, 48, 128])
    cpSync(join(root, `extension/icons/${size}.png`), join(folder, `icons/${size}.png`))
  writeFileSync(
    join(folder, 'manifest.json'),
    `${JSON.stringify(manifestFor(browser, version, hosts), null, 2)}\n`,
  )
  const names = ['manifest.json', 'background.js', 'options.html', 'options.js', 'options.css']
  const icons = [32, 48, 128].map((size) => `icons/${size}.png`)
  const packed = Object.fromEntries(
    [...names, ...icons].map((name) => [name, [readFileSync(join(folder, name)), { mtime: SAME_DAY }]]),
  )
  mkdirSync(join(target, 'packed'), { recursive: true })
  writeFileSync(join(target, `packed/clear-quill-${browser}.zip`), zipSync(packed))
}
