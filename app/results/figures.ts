// Figures as Results says them: no more digits than are known.

/** `3.4`, `12`, `1,204`: one digit behind the point while small. */
export const amount = (value: number): string =>
  value.toLocaleString('en', { maximumFractionDigits: value < 10 ? 1 : 0 })

/** `07:30` of hours since midnight. */
export const clockTime = (hour: number): string =>
  `${String(Math.floor(hour) % 24).padStart(2, '0')}:${String(Math.round((hour % 1) * 60)).padStart(2, '0')}`

/** `+12`, `−3`, `±0`. */
export const signed = (value: number): string =>
  value === 0 ? '±0' : `${value > 0 ? '+' : '−'}${Math.abs(value).toLocaleString('en')}`

/** A name in so many letters at most, for a drawing: nothing there breaks a line. */
export const shortened = (name: string, most: number): string =>
  name.length > most ? `${name.slice(0, most - 1)}…` : name
