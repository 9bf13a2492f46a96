// node scripts/bundleThread.mjs FOLDER: bundles the files of the threads, since a thread loads no TypeScript.
import { join } from 'node:path'
import { build } from 'esbuild'
import { aliases } from '../aliases.mjs'

for (const [entry, name] of [
  ['server/work/thread.ts', 'thread.mjs'],
  ['server/platform/db/sqlite/reads.ts', 'reads.mjs'],
]) {
  await build({
    entryPoints: [entry],
    outfile: join(process.argv[2], name),
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    alias: aliases,
    // It has a binary of its own, which lies with the server's packages.
    external: ['better-sqlite3'],
    // Libraries written as CommonJS ask for `require`.
    banner: { js: "import{createRequire}from'node:module';const require=createRequire(import.meta.url);" },
  })
}
