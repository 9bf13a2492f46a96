/**
 * `20270302` or `20270302T100000`, with or without `Z`, as milliseconds of a UTC calendar; null for no such
 * time (RFC 5545 §3.3.4, §3.3.5).
 */
export function localOf(text: string): number | null {
  const [, year, month, day, hour = '00', minute = '00', second = '00'] =
    /^(\d{4})(\d{2})(\d{2})(?:T(\d{2})(\d{2})(\d{2})Z?)?$/i.exec(text.trim()) ?? []
  if (!year) return null
  // A leap second is the next minute's first.
  const at = Date.parse(`${year}-${month}-${day}T${hour}:${minute}:${second === '60' ? '59' : second}Z`)
  return Number.isNaN(at) || new Date(at).getUTCDate() !== Number(day) ? null : at
}

/** Whether a value is a day without a time. */
export const isDayText = (text: string): boolean => /^\d{8}$/.test(text.trim())
