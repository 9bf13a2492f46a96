// node scripts/bundleThread.mjs OUTFILE: bundles the worker thread's file, since a thread loads no TypeScript.
import { build } from 'esbuild'

await build({
  entryPoints: ['server/work/thread.ts'],
  outfile: process.argv[2],
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  // Libraries written as CommonJS ask for `require`.
  banner: { js: "import{createRequire}from'node:module';const require=createRequire(import.meta.url);" },
})
