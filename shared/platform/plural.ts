const plurals = new Intl.PluralRules('en')

/** A length of time in minutes, in hours where that is whole: `90 minutes`, `2 hours`. */
export const lasting = (minutes: number): string =>
  minutes >= 120 && minutes % 60 === 0
    ? counted(minutes / 60, 'hour', 'hours')
    : counted(minutes, 'minute', 'minutes')

/** A count with its noun: `1 post`, `3 posts`. */
export function counted(count: number, one: string, other: string): string {
  return `${count.toLocaleString('en')} ${plurals.select(count) === 'one' ? one : other}`
}
