import { createCipheriv, createDecipheriv, createHash, hkdfSync, randomBytes } from 'node:crypto'
import {
  closeSync,
  existsSync,
  fsyncSync,
  linkSync,
  mkdirSync,
  openSync,
  readFileSync,
  rmSync,
  writeSync,
} from 'node:fs'
import { join } from 'node:path'
import { settings } from './settings'

let master: Buffer | null = null

/**
 * The installation's secret: QUILL_SECRET, or a file with mode 600 made beside the data at the first start.
 */
function masterSecret(): Buffer {
  if (master) return master
  const given = process.env['QUILL_SECRET']
  master = given ? createHash('sha256').update(given).digest() : secretFile()
  return master
}

const FILE = 'secret.key'
/** 32 bytes in hexadecimal: anything else would be a key of something else, or of nothing. */
const WHOLE = /^[0-9a-f]{64}$/i

function secretFile(): Buffer {
  const file = join(settings().dataDir, FILE)
  if (!existsSync(file)) makeWhole(file)
  const text = readFileSync(file, 'utf8').trim()
  if (!WHOLE.test(text))
    throw new Error(
      `${file} is not whole: it must hold 64 hexadecimal digits. Put it back from your copy of it; ` +
        'without it the tokens in the data can’t be read.',
    )
  return Buffer.from(text, 'hex')
}

/**
 * Makes the file under another name, written through to the disk, and gives it its own: nobody ever sees a
 * part of it.
 */
function makeWhole(file: string): void {
  mkdirSync(settings().dataDir, { recursive: true, mode: 0o700 })
  const part = `${file}.${process.pid}.part`
  const handle = openSync(part, 'wx', 0o600)
  try {
    writeSync(handle, randomBytes(32).toString('hex'))
    fsyncSync(handle)
  } finally {
    closeSync(handle)
  }
  try {
    // Unlike a renaming, it refuses where another process was first.
    linkSync(part, file)
    syncFolder(settings().dataDir)
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error
  } finally {
    rmSync(part, { force: true })
  }
}

function syncFolder(folder: string): void {
  const handle = openSync(folder, 'r')
  try {
    fsyncSync(handle)
  } finally {
    closeSync(handle)
  }
}

/** Reads the secret now, so that a damaged one ends the start. Throws an Error that says what is wrong. */
export const requireSecret = (): void => void masterSecret()

/** A key of 32 bytes for one purpose, derived from the installation's secret. */
export function keyFor(purpose: string): Buffer {
  return Buffer.from(hkdfSync('sha256', masterSecret(), '', purpose, 32))
}

/** A text encrypted for keeping (AES-256-GCM): nonce, tag and cipher text in base64url. */
export function seal(text: string): string {
  const nonce = randomBytes(12)
  const cipher = createCipheriv('aes-256-gcm', keyFor('tokens'), nonce)
  const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()])
  return Buffer.concat([nonce, cipher.getAuthTag(), sealed]).toString('base64url')
}

/** The text that `seal` kept. Throws when it was made with another secret or changed. */
export function unseal(sealed: string): string {
  const bytes = Buffer.from(sealed, 'base64url')
  const decipher = createDecipheriv('aes-256-gcm', keyFor('tokens'), bytes.subarray(0, 12))
  decipher.setAuthTag(bytes.subarray(12, 28))
  return Buffer.concat([decipher.update(bytes.subarray(28)), decipher.final()]).toString('utf8')
}
