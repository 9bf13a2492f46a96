// Marks that a writer may leave off without changing the word: accents, niqqud, harakat. In scripts whose
// vowels are marks they stay.
const MARKS =
  /([\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}\p{Script=Hebrew}\p{Script=Arabic}])\p{M}+/gu
// eslint-disable-next-line no-control-regex -- ASCII, whole
const ASCII = /^[\x00-\x7f]*$/

/** A word for comparing: compatibility forms equal, letter case and accents off (ß is kept as ss). */
export function fold(text: string): string {
  if (ASCII.test(text)) return text.toLowerCase()
  return text.normalize('NFKD').replace(MARKS, '$1').toLowerCase().replace(MARKS, '$1').replace(/ß/g, 'ss')
}
