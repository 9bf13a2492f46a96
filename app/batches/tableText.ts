/** How many bytes tell whether a table without a mark is UTF-16. */
const LOOKED_AT = 1_000

/**
 * The text of a table's bytes: by its byte-order mark; without one UTF-16 where every other byte is empty,
 * UTF-8 where it is that, else Windows-1252, as spreadsheets write.
 */
export function tableText(bytes: Uint8Array): string {
  const [first, second] = bytes
  if (first === 0xff && second === 0xfe) return new TextDecoder('utf-16le').decode(bytes)
  if (first === 0xfe && second === 0xff) return new TextDecoder('utf-16be').decode(bytes)
  const head = bytes.subarray(0, LOOKED_AT)
  const empty = (odd: number): number => head.filter((byte, at) => byte === 0 && at % 2 === odd).length
  if (empty(1) > head.length / 4) return new TextDecoder('utf-16le').decode(bytes)
  if (empty(0) > head.length / 4) return new TextDecoder('utf-16be').decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}
