import { generateSecret, generateSync, generateURI, verifySync } from 'otplib'
import { MINUTE } from '#core/instant'

/** Seconds that a code is for (RFC 6238 §4.1 and §5.2 recommend 30). */
const STEP_SECONDS = 30
const SECOND = 1000
/** Codes of one step before and after are taken too: clocks differ, typing takes time (RFC 6238 §5.2). */
const TOLERANCE_SECONDS = STEP_SECONDS
/** How far off a clock may be to be told so, in place of «wrong» (RFC 6238 §6). */
const CLOCK_MS = 15 * MINUTE
/** 160 bits (RFC 4226 §4, R6). */
const SECRET_BYTES = 20

/** A new secret, in Base32 as authenticators take it. */
export const newSecret = (): string => generateSecret({ length: SECRET_BYTES })

/** The six figures of a secret at an instant in milliseconds (RFC 6238 §4 with HMAC-SHA-1). */
export const codeAt = (secret: string, at: number): string =>
  generateSync({ secret, epoch: Math.floor(at / SECOND), period: STEP_SECONDS })

/**
 * The time step that a code is of, near an instant (milliseconds) and after the last step that was taken;
 * null for a wrong code, or one that was taken before (RFC 6238 §5.2: a code is accepted once).
 */
export function stepOfCode(secret: string, code: string, at: number, lastStep: number): number | null {
  if (!/^\d{6}$/.test(code)) return null
  const epoch = Math.floor(at / SECOND)
  const found = verifySync({
    secret,
    token: code,
    epoch,
    period: STEP_SECONDS,
    epochTolerance: TOLERANCE_SECONDS,
  })
  if (!found.valid) return null
  const step = Math.floor(epoch / STEP_SECONDS) + found.delta
  return step > lastStep ? step : null
}

/**
 * How many minutes the clock of an authenticator is off that says this code, ahead or behind: null where it
 * is none of its codes within a quarter of an hour.
 */
export function clockOff(secret: string, code: string, at: number): number | null {
  for (let off = STEP_SECONDS * SECOND; off <= CLOCK_MS; off += STEP_SECONDS * SECOND)
    if ([at - off, at + off].some((then) => codeAt(secret, then) === code))
      return Math.max(1, Math.round(off / MINUTE))
  return null
}

/** The address that a QR code carries to an authenticator (`otpauth://totp/…`, common practice). */
export const otpauthAddress = (issuer: string, label: string, secret: string): string =>
  generateURI({ strategy: 'totp', issuer, label, secret, period: STEP_SECONDS })
