import '#nitro-internal-pollyfills'
import { Server } from 'node:http'
import { toNodeListener } from 'h3'
import { useNitroApp } from 'nitropack/runtime'
import { setupGracefulShutdown } from 'nitropack/runtime/internal/shutdown'
import { cantStart } from './platform/cantStart'
import { requireUsable } from './platform/dataFolder'
import { log } from './platform/log'
import { requireSecret } from './platform/secrets'
import { endStreams } from './people'
import { knowPort, settings } from './platform/settings'

// The built server's beginning: what it can't work with ends it here, with a sentence.

/**
 * How long the head of a request and the whole of it may take, and how often that is looked at, in
 * milliseconds.
 */
const HEAD_MS = 15_000
const REQUEST_MS = 120_000
const LOOK_EVERY_MS = 3_000

try {
  // Whatever is made from now on is its owner's alone.
  process.umask(0o077)
  requireUsable(settings().dataDir)
  requireSecret()
} catch (error) {
  cantStart(error instanceof Error ? error.message : String(error))
}

const app = useNitroApp()
const server = new Server(
  { headersTimeout: HEAD_MS, requestTimeout: REQUEST_MS, connectionsCheckingInterval: LOOK_EVERY_MS },
  toNodeListener(app.h3App),
)
const port = Number(process.env['PORT'] ?? 3000)
const host = process.env['HOST'] ?? '127.0.0.1'

server.once('error', (error: NodeJS.ErrnoException) =>
  cantStart(
    error.code === 'EADDRINUSE'
      ? `port ${port} is taken; another server may be running.`
      : `it can’t listen on ${host}:${port} (${error.message}).`,
  ),
)
server.listen({ port, host }, () => {
  const address = server.address()
  const taken = typeof address === 'object' && address ? address.port : port
  knowPort(taken)
  process.stdout.write(`Listening on http://${host.includes(':') ? `[${host}]` : host}:${taken}\n`)
  // Whoever started it with port 0 is told which one it got.
  process.send?.({ listening: taken })
})
// One request's fault must not end everybody else's.
process.on('unhandledRejection', (error) => log.error({ error }, 'A promise failed that nobody waited for.'))
process.on('uncaughtException', (error) => log.error({ error }, 'A fault was caught by nobody.'))
for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, endStreams)
setupGracefulShutdown(server, app)

export default {}
