// npm run work: one more process that fetches and sends, beside `npm start` on the same data. It answers
// /api/health alone.
import { build, install, root, say, start } from './setUp.mjs'

install()
build()
const port = process.env['PORT'] ?? '0'
const host = process.env['HOST'] ?? '127.0.0.1'
const worker = start([`${root}.output/server/index.mjs`], {
  PORT: port,
  HOST: host,
  NODE_ENV: 'production',
  QUILL_ROLE: 'work',
})
worker.on(
  'message',
  ({ listening }) =>
    listening && say(`A Clear Quill worker; how it is: http://${host}:${listening}/api/health`),
)
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => worker.kill('SIGTERM'))
worker.on('exit', (code) => process.exit(code ?? 0))
