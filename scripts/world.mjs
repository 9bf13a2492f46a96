// Starts the built application with the stand-in world beside it: for the demo, browser tests and pictures.
import { once } from 'node:events'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { root, start } from './setUp.mjs'

/**
 * @param {{ port: number, standinsPort: number, dataDir: string, demo: boolean, loud?: boolean, env?: Record<string, string> }} options
 */
export async function startWorld({ port, standinsPort, dataDir, demo, loud = false, env = {} }) {
  const url = `http://127.0.0.1:${port}`
  const standins = `http://127.0.0.1:${standinsPort}`
  await requireFree(port)
  await requireFree(standinsPort)
  const children = []
  let stopping = null

  const stop = (code) => {
    stopping ??= Promise.all(children.map(end)).then(() => {
      if (code !== undefined) process.exit(code)
    })
    return stopping
  }
  const begin = (args, settings) => {
    const child = start(args, settings, ['ignore', loud ? 'inherit' : 'ignore', 'inherit', 'ipc'])
    children.push(child)
    child.on('exit', (code) => {
      if (!stopping && loud) void stop(code ?? 1)
    })
    return child
  }

  begin(['--import', 'tsx', 'standins/main.ts'], { QUILL_STANDINS_PORT: String(standinsPort) })
  await answers(`${standins}/health`, () => stopping)
  const server = begin([join(root, '.output/server/index.mjs')], {
    HOST: '127.0.0.1',
    PORT: String(port),
    NODE_ENV: 'production',
    QUILL_DATA_DIR: dataDir,
    QUILL_STANDINS: standins,
    QUILL_DEMO: demo ? '1' : '0',
    QUILL_LOG: 'warn',
    QUILL_TICK_MS: '500',
    ...env,
  })
  await answers(`${url}/api/health`, () => stopping)

  return {
    url,
    standins,
    server,
    stop,
    fill: async () => {
      const filling = start(['--import', 'tsx', 'demo/fill.ts'], { QUILL_URL: url, QUILL_STANDINS: standins }, ['ignore', 'inherit', 'inherit', 'ipc'])
      children.push(filling)
      const [code] = await once(filling, 'exit')
      if (code !== 0 && !stopping) throw new Error('the demo data could not be made')
    },
  }
}

async function end(child) {
  if (child.exitCode !== null || child.signalCode !== null) return
  const gone = once(child, 'exit')
  child.kill('SIGTERM')
  const force = setTimeout(() => child.kill('SIGKILL'), 6000)
  await gone
  clearTimeout(force)
}

/** An old server on the port would answer in the new one's place. */
async function requireFree(port) {
  const probe = createServer()
  await new Promise((resolve, reject) => {
    probe.once('error', () => reject(new Error(`port ${port} is taken`)))
    probe.listen(port, '127.0.0.1', resolve)
  })
  await new Promise((resolve) => probe.close(resolve))
}

async function answers(url, isStopping) {
  const end = Date.now() + 30_000
  while (Date.now() < end && !isStopping()) {
    try {
      if ((await fetch(url)).ok) return
    } catch {
      // not up yet
    }
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  throw new Error(`${url} did not answer`)
}
