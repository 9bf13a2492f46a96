export interface DifferencePiece {
  is: 'same' | 'gone' | 'new'
  text: string
}

const MOST_WORDS = 600

/**
 * What differs between two texts, word by word, by their longest common row of words. Very long texts are
 * given as one gone and one new.
 */
export function wordDifference(before: string, after: string): DifferencePiece[] {
  const [a, b] = [partsOf(before), partsOf(after)]
  if (a.length > MOST_WORDS || b.length > MOST_WORDS)
    return [
      { is: 'gone', text: before },
      { is: 'new', text: after },
    ]
  const lengths = commonLengths(a, b)
  const pieces: DifferencePiece[] = []
  const add = (is: DifferencePiece['is'], text: string): void => {
    const last = pieces.at(-1)
    if (last?.is === is) last.text += text
    else pieces.push({ is, text })
  }
  let [i, j] = [0, 0]
  while (i < a.length || j < b.length) {
    if (i < a.length && j < b.length && a[i] === b[j]) {
      add('same', a[i]!)
      i++
      j++
    } else if (j >= b.length || (i < a.length && lengths[i + 1]![j]! >= lengths[i]![j + 1]!))
      add('gone', a[i++]!)
    else add('new', b[j++]!)
  }
  return pieces
}

const partsOf = (text: string): string[] => [...text.matchAll(/\s+|[^\s]+/g)].map(([part]) => part)

/** Lengths of the longest common rows of the rests of two lists. */
function commonLengths(a: string[], b: string[]): number[][] {
  const lengths = Array.from({ length: a.length + 1 }, () => new Array<number>(b.length + 1).fill(0))
  for (let i = a.length - 1; i >= 0; i--) {
    for (let j = b.length - 1; j >= 0; j--)
      lengths[i]![j] =
        a[i] === b[j] ? lengths[i + 1]![j + 1]! + 1 : Math.max(lengths[i + 1]![j]!, lengths[i]![j + 1]!)
  }
  return lengths
}
