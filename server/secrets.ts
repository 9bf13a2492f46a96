import { createCipheriv, createDecipheriv, createHash, hkdfSync, randomBytes } from 'node:crypto'
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { settings } from './settings'

let master: Buffer | null = null

/** The installation's secret: QUILL_SECRET, or a file with mode 600 made beside the data at the first start. */
function masterSecret(): Buffer {
  if (master) return master
  const given = process.env['QUILL_SECRET']
  master = given ? createHash('sha256').update(given).digest() : secretFile()
  return master
}

function secretFile(): Buffer {
  const file = join(settings().dataDir, 'secret.key')
  mkdirSync(settings().dataDir, { recursive: true })
  try {
    writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600, flag: 'wx' })
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error
  }
  return Buffer.from(readFileSync(file, 'utf8').trim(), 'hex')
}

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
