// npm run dev: the development server on the demo's stand-in world, reloading as files change.
import { join } from 'node:path'
import { bin, buildExtension, bundleThreads, install, root, start } from './setUp.mjs'

install()
bundleThreads('.nuxt/work')
buildExtension()
const { startStandins } = await import('./world.mjs')
const standins = await startStandins({ port: Number(process.env['QUILL_STANDINS_PORT'] ?? 4555) })
const server = start([bin('nuxt'), 'dev', '--port', process.env['PORT'] ?? '4300', '--host', '127.0.0.1'], {
  QUILL_DATA_DIR: join(root, '.data', 'dev'),
  QUILL_STANDINS: standins.url,
})
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => server.kill('SIGTERM'))
server.on('exit', async (code) => {
  await standins.stop()
  process.exit(code ?? 0)
})
