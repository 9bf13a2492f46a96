/**
 * Words as one hashtag, without its sign: letters, marks, figures and underscores only, never figures alone.
 */
export function asTag(words: string): string {
  const tag = words
    .normalize('NFC')
    .replace(/^[#＃]+/, '')
    .replace(/[^\p{L}\p{M}\p{Nd}_]+/gu, '')
  return /\p{L}/u.test(tag) ? (words.includes(' ') ? tag.toLowerCase() : tag) : ''
}
