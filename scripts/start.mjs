// npm start: the built application on real data.
import { build, install, root, say, start } from './setUp.mjs'

install()
build()
const port = process.env['PORT'] ?? '4300'
const host = process.env['HOST'] ?? '127.0.0.1'
const server = start([`${root}.output/server/index.mjs`], { PORT: port, HOST: host, NODE_ENV: 'production' })
server.on('message', ({ listening }) => listening && say(`Clear Quill: http://${host}:${listening}`))
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => server.kill('SIGTERM'))
server.on('exit', (code) => process.exit(code ?? 0))
