/**
 * A text without those of these characters that stand at its end. By hand, since a pattern tries each place
 * where such a run begins.
 */
export function withoutEnd(text: string, characters: string): string {
  let end = text.length
  while (end > 0 && characters.includes(text[end - 1]!)) end--
  return text.slice(0, end)
}
