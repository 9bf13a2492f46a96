// Starts the built application and the stand-in world: for the demo, browser tests, server tests and
// pictures.
import { once } from 'node:events'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { bundled } from './bundled.mjs'
import { root, start } from './setUp.mjs'

const START_MS = 30_000
const LOOK_EVERY_MS = 25
/** How long a port may still be somebody else's that is going. */
const FREE_MS = 10_000
const LOWEST_PORT = 20_000
const FIRST_GIVEN_PORT = 32_768

/** Starts the stand-in world and waits until it listens. Without a port it takes one that is free. */
export async function startStandins({ port = 0, smtpPort = 0, loud = false } = {}) {
  const child = start(
    [await bundled('standins/main.ts')],
    { QUILL_STANDINS_PORT: String(port), QUILL_STANDINS_SMTP_PORT: String(smtpPort) },
    output(loud),
  )
  const got = await told(child, 'the stand-in world', ['listening', 'mailListening'])
  return {
    url: `http://127.0.0.1:${got.listening}`,
    smtp: `smtp://127.0.0.1:${got.mailListening}`,
    child,
    stop: () => end(child),
  }
}

/**
 * Starts the built application and waits until it answers. Without a port it takes one that is free and says
 * which. With `mailPort` (0 for any) it takes mail for mailing lists there; `piped` lets one read what it
 * logs. An address in `env` that names port 0 is its own.
 */
export async function startServer({
  port = 0,
  dataDir,
  standins = null,
  mailPort = null,
  demo = false,
  loud = false,
  piped = false,
  env = {},
}) {
  for (const wanted of [port, mailPort]) if (wanted) await becomesFree(wanted)
  const child = start(
    [join(root, '.output/server/index.mjs')],
    {
      HOST: '127.0.0.1',
      PORT: String(port),
      NODE_ENV: 'production',
      QUILL_DATA_DIR: dataDir,
      ...(standins ? { QUILL_STANDINS: standins } : {}),
      ...(mailPort === null
        ? {}
        : { QUILL_MAIL_PORT: String(mailPort), QUILL_MAIL_HOST: 'lists.clearquill.example' }),
      QUILL_DEMO: demo ? '1' : '0',
      QUILL_SHORT_URL: 'http://127.0.0.1:0',
      QUILL_LOG: 'warn',
      QUILL_TICK_MS: '500',
      ...env,
    },
    piped ? ['ignore', 'pipe', 'pipe', 'ipc'] : output(loud),
  )
  const takesMail = mailPort !== null && env['QUILL_ROLE'] !== 'work'
  const got = await told(child, 'the server', takesMail ? ['listening', 'mailListening'] : ['listening'])
  const url = `http://127.0.0.1:${got.listening}`
  await answers(`${url}/api/health`, child)
  return { url, port: got.listening, mailPort: got.mailListening ?? null, child, stop: () => end(child) }
}

/** Fills a fresh demo through the application's own front door. */
export async function fillDemo({ url, standins, mailPort }) {
  const filling = start(
    ['--import', 'tsx', 'demo/fill.ts'],
    { QUILL_URL: url, QUILL_STANDINS: standins, QUILL_MAIL_PORT: String(mailPort) },
    ['ignore', 'inherit', 'inherit', 'ipc'],
  )
  const [code] = await once(filling, 'exit')
  if (code !== 0) throw new Error('the demo data could not be made')
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

/**
 * Waits until a process that was started has told all of `names`. What one that stops instead had to say
 * stands on the error output.
 */
function told(child, what, names) {
  return new Promise((resolve, reject) => {
    const got = {}
    const late = setTimeout(() => {
      // Left alone it would go on and answer in the place of the next one.
      child.kill('SIGKILL')
      done(() => reject(new Error(`${what} did not say where it listens; it said: ${JSON.stringify(got)}`)))
    }, START_MS)
    const gone = (code, signal) =>
      done(() =>
        reject(new Error(`${what} stopped as it started (${signal ?? code}); what it said stands above`)),
      )
    const take = (message) => {
      Object.assign(got, message)
      if (names.every((name) => name in got)) done(() => resolve(got))
    }
    function done(action) {
      clearTimeout(late)
      child.off('message', take).off('exit', gone)
      action()
    }
    child.on('message', take).once('exit', gone)
  })
}

/**
 * A port nobody has, below those the system gives to connections going out: whoever stops and comes back
 * finds it free, where any other may meanwhile be the near end of somebody's connection.
 */
export async function standingPort() {
  for (;;) {
    const port = LOWEST_PORT + Math.floor(Math.random() * (FIRST_GIVEN_PORT - LOWEST_PORT))
    if (await isFree(port)) return port
  }
}

/**
 * A server that was on the port a moment ago may still be going, and an old one would answer in the new one's
 * place.
 */
async function becomesFree(port) {
  const until = Date.now() + FREE_MS
  for (;;) {
    if (await isFree(port)) return
    if (Date.now() > until) throw new Error(`port ${port} is taken`)
    await pause(LOOK_EVERY_MS)
  }
}

function isFree(port) {
  const probe = createServer()
  return new Promise((resolve) => {
    probe.once('error', () => resolve(false))
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)))
  })
}

async function answers(url, child) {
  const until = Date.now() + START_MS
  while (Date.now() < until) {
    if (child.exitCode !== null || child.signalCode !== null)
      throw new Error(`what should answer at ${url} has stopped; what it said stands above`)
    try {
      if ((await fetch(url)).ok) return
    } catch {
      // not up yet
    }
    await pause(LOOK_EVERY_MS)
  }
  throw new Error(`${url} did not answer`)
}

const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms))
