/** A word for comparing: compatibility forms equal, letter case and accents off (ß is kept as ss). */
export function fold(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase()
    .replace(/ß/g, 'ss')
}
