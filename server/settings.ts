import { resolve } from 'node:path'

/** Everything that can be set from outside, with its default. Read once; a value that makes no sense stops the start. */
export interface Settings {
  /** QUILL_DATA_DIR: folder of the data file and the secret. */
  dataDir: string
  /** QUILL_DEMO=1: the demo's people, clock and stand-ins. */
  demo: boolean
  /** QUILL_STANDINS: origin of the stand-in world; every host under `.example` is found there. Demo and tests only. */
  standins: string | null
  /** QUILL_PUBLIC_URL: address people use; decides secure cookies and is an allowed origin. */
  publicUrl: string | null
  /** QUILL_SHORT_URL: address under which short links stand (…/r/CODE); by default the public one. */
  shortUrl: string | null
  /** QUILL_LEASE_SECONDS: how long work may be held before another may take it over. */
  leaseSeconds: number
  /** QUILL_TICK_MS: pause between two looks for due work. */
  tickMs: number
  /** QUILL_PATIENCE_SECONDS: longest wait for another server's whole answer. */
  patienceSeconds: number
  /** QUILL_MAIL_PORT: port on which mail for mailing lists is taken (SMTP); none without it. */
  mailPort: number | null
  /** QUILL_MAIL_LISTEN: address that port is opened on; by default the one HOST names, else all. */
  mailListen: string
  /** QUILL_MAIL_HOST: what stands behind the @ in the addresses of mailing lists; by default the public address's host. */
  mailHost: string
  /** QUILL_LOG: pino level. */
  logLevel: string
  /** QUILL_THREAD_FILE: the worker thread's file, where it does not lie beside the server's entry. */
  threadFile: string | null
}

let known: Settings | null = null

/** The settings in force. */
export function settings(): Settings {
  known ??= Object.freeze(readSettings(process.env))
  return known
}

/** Reads settings from an environment. Throws an Error that names the variable and what it may be. */
export function readSettings(env: Record<string, string | undefined>): Settings {
  const demo = env['QUILL_DEMO'] === '1'
  const standins = env['QUILL_STANDINS'] ?? null
  if (standins && !/^http:\/\/127\.0\.0\.1:\d+$/.test(standins)) throw new Error('QUILL_STANDINS must look like http://127.0.0.1:4555')
  const publicUrl = env['QUILL_PUBLIC_URL']?.replace(/\/$/, '') ?? null
  return {
    dataDir: resolve(env['QUILL_DATA_DIR'] ?? 'data'),
    demo,
    standins,
    publicUrl,
    shortUrl: env['QUILL_SHORT_URL']?.replace(/\/$/, '') ?? null,
    leaseSeconds: wholeNumber(env, 'QUILL_LEASE_SECONDS', 60),
    tickMs: wholeNumber(env, 'QUILL_TICK_MS', 1000),
    patienceSeconds: wholeNumber(env, 'QUILL_PATIENCE_SECONDS', 30),
    mailPort: env['QUILL_MAIL_PORT'] ? wholeNumber(env, 'QUILL_MAIL_PORT', 25) : null,
    mailListen: env['QUILL_MAIL_LISTEN'] ?? env['HOST'] ?? '0.0.0.0',
    mailHost: env['QUILL_MAIL_HOST'] ?? (publicUrl && URL.canParse(publicUrl) ? new URL(publicUrl).hostname : 'localhost'),
    logLevel: env['QUILL_LOG'] ?? 'info',
    threadFile: env['QUILL_THREAD_FILE'] ?? null,
  }
}

function wholeNumber(env: Record<string, string | undefined>, name: string, fallback: number): number {
  const text = env[name]
  if (text === undefined || text === '') return fallback
  const value = Number(text)
  if (!Number.isInteger(value) || value < 1) throw new Error(`${name} must be a whole number from 1 up, not “${text}”`)
  return value
}
