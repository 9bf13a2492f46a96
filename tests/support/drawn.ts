import { chanceFrom } from '#core/results/chance'

/** Draws that are the same at each run, and counts by Poisson (Knuth). */
export function drawn(seed: number): { next: () => number; poisson: (mean: number) => number } {
  const next = chanceFrom(seed)
  const poisson = (mean: number): number => {
    let [count, part] = [0, next()]
    for (const least = Math.exp(-mean); part > least; part *= next()) count++
    return count
  }
  return { next, poisson }
}
