import { createHash } from 'node:crypto'

const DIGITS = '234567abcdefghijklmnopqrstuvwxyz'

/**
 * A record key in the form of a timestamp identifier (atproto.com, TID: 53 bits of microseconds, 10 bits that
 * tell clocks apart, in a sortable base 32 of 13 digits), made from when a delivery was made and from its
 * key: the same at every try, whenever that is, and no other delivery's.
 */
export function recordKeyOf({ key, madeAt }: { key: string; madeAt: number }): string {
  const hash = createHash('sha256').update(key).digest()
  const microseconds = BigInt(madeAt) * 1000n + BigInt(hash.readUInt16BE(0) % 1000)
  let value = ((microseconds & ((1n << 53n) - 1n)) << 10n) | BigInt(hash.readUInt16BE(2) & 1023)
  let text = ''
  for (let digit = 0; digit < 13; digit++, value >>= 5n) text = DIGITS[Number(value & 31n)]! + text
  return text
}
