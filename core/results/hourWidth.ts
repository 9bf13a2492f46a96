const HOURS = 24
const BINS = 48

/** Hours between two times of day, the shorter way round. */
export const apart = (one: number, other: number): number => {
  const between = Math.abs(one - other)
  return Math.min(between, HOURS - between)
}

/**
 * How much a post that lies some hours off counts at an hour: 1 where it is at that hour. Round the clock
 * (von Mises; its concentration is one over the variance), with a standard deviation of `width` hours.
 */
export function kernelOf(width: number): (hours: number) => number {
  const concentration = ((width * 2 * Math.PI) / HOURS) ** -2
  return (hours) => Math.exp(concentration * (Math.cos((hours * 2 * Math.PI) / HOURS) - 1))
}

/** With fewer posts the curve can't be told how to be by themselves. */
export const FEW = 24
/** What those are smoothed by, in hours. */
const USUAL_WIDTH = 1.5
/** Widths that many posts may choose from, in hours. */
const WIDTHS = [0.5, 0.75, 1, 1.5, 2, 3]
/**
 * For how many posts the mean of all counts at each hour: the curve leans to it, the more the fewer there
 * are.
 */
export const priorPosts = (posts: number): number => (posts < FEW ? 1 : 0.25)

/**
 * How widely posts count round their hour: of some widths that by which each post is told best by all others
 * (leave-one-out cross-validation by Poisson deviance; posts of the same half hour are told at once).
 */
export function widthFor(posts: readonly { hour: number; responses: number }[]): number {
  if (posts.length < FEW) return USUAL_WIDTH
  const overall = posts.reduce((sum, { responses }) => sum + responses, 0) / posts.length
  const [many, sums] = [new Float64Array(BINS), new Float64Array(BINS)]
  const binOf = (hour: number): number => Math.round(hour * 2) % BINS
  for (const { hour, responses } of posts) {
    many[binOf(hour)]! += 1
    sums[binOf(hour)]! += responses
  }
  let best = { width: USUAL_WIDTH, deviance: Number.POSITIVE_INFINITY }
  for (const width of WIDTHS) {
    const kernel = Array.from({ length: BINS }, (_, apartBy) => kernelOf(width)(apartBy / 2))
    const seen = Array.from({ length: BINS }, (_, bin) => {
      let [weight, square, answers] = [0, 0, 0]
      for (let other = 0; other < BINS; other++) {
        const counts = kernel[(other - bin + BINS) % BINS]!
        weight += counts * many[other]!
        square += counts * counts * many[other]!
        answers += counts * sums[other]!
      }
      return { weight, square, answers }
    })
    let deviance = 0
    for (const { hour, responses } of posts) {
      const { weight, square, answers } = seen[binOf(hour)]!
      // All others: the post itself counts 1 at its own hour.
      const [rest, squares] = [weight - 1, square - 1]
      const effective = squares < 1e-9 ? 0 : (rest * rest) / squares
      const others = rest < 1e-9 ? 0 : (effective * (answers - responses)) / rest
      const told = (overall * priorPosts(posts.length) + others) / (priorPosts(posts.length) + effective)
      deviance += told - (responses === 0 ? 0 : responses * Math.log(told))
    }
    if (deviance < best.deviance) best = { width, deviance }
  }
  return best.width
}
