// Codes of authenticators, against the values of RFC 4226 and RFC 6238, and the bytes of RFC 4648's Base32.
import { describe, expect, it } from 'vitest'
import { clockOff, codeAt, newSecret, otpauthAddress, stepOfCode } from '#server/people/totp'

/** "12345678901234567890" of both RFCs in Base32, as coreutils' `base32` writes it. */
const SECRET = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ'
const STEP = 30_000

it('says the ten values of RFC 4226, appendix D: a time step is its counter', () => {
  const values = [
    '755224',
    '287082',
    '359152',
    '969429',
    '338314',
    '254676',
    '287922',
    '162583',
    '399871',
    '520489',
  ]
  expect(values.map((_, counter) => codeAt(SECRET, counter * STEP))).toEqual(values)
})

it('says the values of RFC 6238, appendix B, for SHA-1: their last six figures', () => {
  const values: [number, string][] = [
    [59, '94287082'],
    [1_111_111_109, '07081804'],
    [1_111_111_111, '14050471'],
    [1_234_567_890, '89005924'],
    [2_000_000_000, '69279037'],
    [20_000_000_000, '65353130'],
  ]
  for (const [seconds, eight] of values) expect(codeAt(SECRET, seconds * 1000)).toBe(eight.slice(2))
})

describe('a code is taken', () => {
  const at = 1_234_567_890_000
  const now = Math.floor(at / STEP)

  it('of the step before, this one and the next (RFC 6238 §5.2), and of no other', () => {
    const steps = [-2, -1, 0, 1, 2].map((off) => stepOfCode(SECRET, codeAt(SECRET, at + off * STEP), at, 0))
    expect(steps).toEqual([null, now - 1, now, now + 1, null])
  })

  it('once: neither it nor one of an earlier step after it (RFC 6238 §5.2)', () => {
    expect(stepOfCode(SECRET, codeAt(SECRET, at), at, now)).toBeNull()
    expect(stepOfCode(SECRET, codeAt(SECRET, at - STEP), at, now)).toBeNull()
    expect(stepOfCode(SECRET, codeAt(SECRET, at + STEP), at, now)).toBe(now + 1)
  })

  it.each(['', '12345', '1234567', 'abcdef', '٠٠٥٩٢٤', '005924\n'])('never as %j', (code) => {
    expect(stepOfCode(SECRET, code, at, 0)).toBeNull()
  })

  it('and a clock that is off is known by it, up to a quarter of an hour', () => {
    expect(
      [-5, 5, 14, 20].map((minutes) => clockOff(SECRET, codeAt(SECRET, at + minutes * 60_000), at)),
    ).toEqual([5, 5, 14, null])
  })
})

it('secrets have 160 bits (RFC 4226 §4, R6) in the letters of Base32 (RFC 4648 §6), and differ', () => {
  const [one, other] = [newSecret(), newSecret()]
  expect(one).toMatch(/^[A-Z2-7]{32}$/)
  expect(one).not.toBe(other)
})

it('an address for a QR code names issuer, person and secret', () => {
  const address = new URL(otpauthAddress('Clear Quill', 'ida@reading.example', SECRET))
  expect([address.protocol, address.host]).toEqual(['otpauth:', 'totp'])
  expect(decodeURIComponent(address.pathname)).toBe('/Clear Quill:ida@reading.example')
  expect(Object.fromEntries(address.searchParams)).toMatchObject({ secret: SECRET, issuer: 'Clear Quill' })
})
