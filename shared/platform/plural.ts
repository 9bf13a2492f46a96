const plurals = new Intl.PluralRules('en')

/** A count with its noun: `1 post`, `3 posts`. */
export function counted(count: number, one: string, other: string): string {
  return `${count.toLocaleString('en')} ${plurals.select(count) === 'one' ? one : other}`
}
