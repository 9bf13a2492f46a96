// Starts the built application and the stand-in world: for the demo, browser tests, server tests and pictures.
import { once } from 'node:events'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { root, start } from './setUp.mjs'

/** Starts the stand-in world on a port and waits until it answers. */
export async function startStandins({ port, smtpPort = null, loud = false }) {
  await requireFree(port)
  const url = `http://127.0.0.1:${port}`
  const child = start(
    ['--import', 'tsx', 'standins/main.ts'],
    { QUILL_STANDINS_PORT: String(port), ...(smtpPort ? { QUILL_STANDINS_SMTP_PORT: String(smtpPort) } : {}) },
    output(loud),
  )
  await answers(`${url}/health`, child)
  return { url, smtp: smtpPort ? `smtp://127.0.0.1:${smtpPort}` : null, child, stop: () => end(child) }
}

/** Starts the built application on a port and waits until it answers. With `mailPort` it takes mail for mailing lists there; `piped` lets one read what it logs. */
export async function startServer({ port, dataDir, standins = null, mailPort = null, demo = false, loud = false, piped = false, env = {} }) {
  await requireFree(port)
  const url = `http://127.0.0.1:${port}`
  const child = start(
    [join(root, '.output/server/index.mjs')],
    {
      HOST: '127.0.0.1',
      PORT: String(port),
      NODE_ENV: 'production',
      QUILL_DATA_DIR: dataDir,
      ...(standins ? { QUILL_STANDINS: standins } : {}),
      ...(mailPort ? { QUILL_MAIL_PORT: String(mailPort), QUILL_MAIL_HOST: 'lists.clearquill.example' } : {}),
      QUILL_DEMO: demo ? '1' : '0',
      QUILL_SHORT_URL: url,
      QUILL_LOG: 'warn',
      QUILL_TICK_MS: '500',
      ...env,
    },
    piped ? ['ignore', 'pipe', 'pipe', 'ipc'] : output(loud),
  )
  await answers(`${url}/api/health`, child)
  return { url, child, stop: () => end(child) }
}

/** Fills a fresh demo through the application's own front door. */
export async function fillDemo({ url, standins, mailPort }) {
  const filling = start(['--import', 'tsx', 'demo/fill.ts'], { QUILL_URL: url, QUILL_STANDINS: standins, QUILL_MAIL_PORT: String(mailPort) }, [
    'ignore',
    'inherit',
    'inherit',
    'ipc',
  ])
  const [code] = await once(filling, 'exit')
  if (code !== 0) throw new Error('the demo data could not be made')
}

/** A port nobody listens on. */
export async function freePort() {
  const probe = createServer().listen(0, '127.0.0.1')
  await once(probe, 'listening')
  const { port } = probe.address()
  await new Promise((resolve) => probe.close(resolve))
  return port
}

const output = (loud) => ['ignore', loud ? 'inherit' : 'ignore', 'inherit', 'ipc']

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

async function answers(url, child) {
  const end = Date.now() + 30_000
  while (Date.now() < end) {
    if (child.exitCode !== null || child.signalCode !== null) throw new Error(`what should answer at ${url} has stopped`)
    try {
      if ((await fetch(url)).ok) return
    } catch {
      // not up yet
    }
    await new Promise((resolve) => setTimeout(resolve, 60))
  }
  throw new Error(`${url} did not answer`)
}
