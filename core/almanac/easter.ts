const two = (value: number): string => String(value).padStart(2, '0')

/**
 * Easter Sunday of a year in the Gregorian calendar, `YYYY-MM-DD`: the anonymous algorithm, as published in
 * Nature, 20 April 1876, p. 487, and in J. Meeus, Astronomical Algorithms, ch. 8 (from memory; checked
 * against python-dateutil).
 */
export function easterOf(year: number): string {
  const a = year % 19
  const b = Math.floor(year / 100)
  const c = year % 100
  const d = Math.floor(b / 4)
  const e = b % 4
  const f = Math.floor((b + 8) / 25)
  const g = Math.floor((b - f + 1) / 3)
  const h = (19 * a + b - d - g + 15) % 30
  const i = Math.floor(c / 4)
  const k = c % 4
  const l = (32 + 2 * e + 2 * i - h - k) % 7
  const m = Math.floor((a + 11 * h + 22 * l) / 451)
  const n = h + l - 7 * m + 114
  return [String(year).padStart(4, '0'), two(Math.floor(n / 31)), two((n % 31) + 1)].join('-')
}
