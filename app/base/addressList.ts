/** Mail addresses as a person types them: with commas, blanks or lines between. */
export const addressesIn = (text: string): string[] => text.split(/[\s,;]+/).filter(Boolean)

/** What is said of a list's field, or of any of its places; '' for nothing. */
export const errorOfList = (errors: Record<string, string>, field: string): string =>
  Object.entries(errors).find(([place]) => place === field || place.startsWith(`${field}[`))?.[1] ?? ''
