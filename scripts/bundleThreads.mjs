// node scripts/bundleThread.mjs FOLDER: bundles the files of the threads, since a thread loads no TypeScript.
import { join } from 'node:path'
import { build } from 'esbuild'
import { aliases } from '../aliases.mjs'

for (const [entry, name] of [
  ['server/work/thread.ts', 'thread.mjs'],
  ['server/platform/db/sqlite/reads.ts', 'reads.mjs'],
  // Carries a large library, and is loaded by a thread that needs it.
  ['server/capture/readPdf.ts', 'pdf.mjs'],
  // Carries the holidays of all countries.
  ['server/almanac/holidayData.ts', 'holidays.mjs'],
]) {
  await build({
    entryPoints: [entry],
    outfile: join(process.argv[2], name),
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    alias: aliases,
    // These have binaries of their own, which lie with the server's packages.
    external: ['better-sqlite3', '@napi-rs/canvas'],
    // Libraries written as CommonJS ask for `require`.
    banner: { js: "import{createRequire}from'node:module';const require=createRequire(import.meta.url);" },
  })
}
