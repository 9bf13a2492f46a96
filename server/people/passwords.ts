import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { Slots } from '#server/platform/slots'

// OWASP's password storage cheat sheet: scrypt with N = 2^16, r = 8, p = 1 as one of its equal choices.
const COST = { N: 2 ** 16, r: 8, p: 1, maxmem: 128 * 1024 * 1024 }

/** A password as it is kept: salt and scrypt key in base64url. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16)
  return `scrypt$${salt.toString('base64url')}$${(await derive(password, salt)).toString('base64url')}`
}

/**
 * Whether a password belongs to what was kept. Takes as long when nothing was kept, so that names can't be
 * guessed by time.
 */
export async function passwordMatches(password: string, kept: string | null): Promise<boolean> {
  const [, salt, key] = (kept ?? DUMMY).split('$')
  const derived = await derive(password, Buffer.from(salt!, 'base64url'))
  return timingSafeEqual(derived, Buffer.from(key!, 'base64url')) && kept !== null
}

const DUMMY = `scrypt$${Buffer.alloc(16).toString('base64url')}$${Buffer.alloc(32).toString('base64url')}`

/**
 * Each takes 64 MB for a tenth of a second: several at once would take memory and processors from everything
 * else.
 */
const hashing = new Slots(1, 40)

const derive = (password: string, salt: Buffer): Promise<Buffer> =>
  hashing.run(
    () =>
      new Promise((resolve, reject) => {
        scrypt(password.normalize('NFKC'), salt, 32, COST, (error, key) =>
          error ? reject(error) : resolve(key),
        )
      }),
  )
