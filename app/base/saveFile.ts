import { guarded } from '#core/formats/formulaGuard'

export type Cell = string | number | null

/**
 * A table as CSV (RFC 4180), with a byte order mark so that spreadsheets read it as UTF-8; a text that a
 * spreadsheet would take for a formula is kept from it by an apostrophe.
 */
export function csvText(head: string[], rows: Cell[][]): string {
  const cell = (value: Cell): string => {
    if (value === null) return ''
    if (typeof value === 'number') return String(value)
    const safe = guarded(value)
    return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe
  }
  return `\uFEFF${[head, ...rows].map((row) => row.map(cell).join(',')).join('\r\n')}\r\n`
}

/** Hands a file to whoever asked for it. */
export function download(name: string, content: Blob): void {
  const address = URL.createObjectURL(content)
  const link = document.createElement('a')
  link.href = address
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(address), 10_000)
}
