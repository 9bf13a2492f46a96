// npm run work: one more process that fetches and sends, beside `npm start` on the same data. It answers /api/health alone.
import { build, install, root, say, start } from './setUp.mjs'

install()
build()
const { freePort } = await import('./world.mjs')
const port = process.env['PORT'] ?? String(await freePort())
const host = process.env['HOST'] ?? '127.0.0.1'
const worker = start([`${root}.output/server/index.mjs`], { PORT: port, HOST: host, NODE_ENV: 'production', QUILL_ROLE: 'work' })
say(`A Clear Quill worker; how it is: http://${host}:${port}/api/health`)
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => worker.kill('SIGTERM'))
worker.on('exit', (code) => process.exit(code ?? 0))
