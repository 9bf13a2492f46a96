/** Figures and days as a report says them, on the brand's clock. */
export interface Formatter {
  whole: (value: number | null) => string
  amount: (value: number) => string
  signed: (value: number) => string
  day: (day: string) => string
  shortDay: (day: string) => string
  moment: (at: string) => string
}

/** Null was not told, and is never nought. */
const NOT_TOLD = '–'

/** How a brand's reports say figures and days: a local day stands for itself, a moment for its hour there. */
export function formatter(zone: string): Formatter {
  const local = (options: Intl.DateTimeFormatOptions, timeZone: string) =>
    new Intl.DateTimeFormat('en-GB', { ...options, timeZone })
  const day = local({ day: 'numeric', month: 'long', year: 'numeric' }, 'UTC')
  const shortDay = local({ day: 'numeric', month: 'short' }, 'UTC')
  const moment = local(
    { weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' },
    zone,
  )
  return {
    whole: (value) => (value === null ? NOT_TOLD : value.toLocaleString('en')),
    amount: (value) => value.toLocaleString('en', { maximumFractionDigits: value < 10 ? 1 : 0 }),
    signed: (value) =>
      value === 0 ? '±0' : `${value > 0 ? '+' : '−'}${Math.abs(value).toLocaleString('en')}`,
    day: (text) => day.format(new Date(`${text}T00:00:00Z`)),
    shortDay: (text) => shortDay.format(new Date(`${text}T00:00:00Z`)),
    moment: (at) => moment.format(new Date(at)),
  }
}
