// Several comparisons at once: what would be found by chance alone among many is not said.

/** Ranks of chances from the smallest, with each chance's place. */
const ranked = (chances: readonly number[]): { chance: number; at: number }[] =>
  chances.map((chance, at) => ({ chance, at })).sort((a, b) => a.chance - b.chance || a.at - b.at)

/**
 * Chances (p-values) corrected so that none is called at all by mistake (Holm 1979: step-down), in the order
 * they came.
 */
export function holm(chances: readonly number[]): number[] {
  const corrected = chances.map(() => 0)
  let most = 0
  ranked(chances).forEach(({ chance, at }, rank) => {
    most = Math.max(most, Math.min(1, chance * (chances.length - rank)))
    corrected[at] = most
  })
  return corrected
}

/**
 * Chances (p-values) corrected so that of those called few are by mistake (Benjamini & Hochberg 1995: the
 * false discovery rate), in the order they came.
 */
export function benjaminiHochberg(chances: readonly number[]): number[] {
  const corrected = chances.map(() => 0)
  let least = 1
  ranked(chances)
    .toReversed()
    .forEach(({ chance, at }, fromEnd) => {
      least = Math.min(least, (chance * chances.length) / (chances.length - fromEnd))
      corrected[at] = least
    })
  return corrected
}
